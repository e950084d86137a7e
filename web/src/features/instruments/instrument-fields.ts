/** What is said of an instrument, as the browser and the server both judge it. */
import { type Dimension, parseQuantity } from "@yard-tack/core/quantity";
import * as z from "zod";

/** Kinds there are, what each reads, and how its range might be written. */
export const KINDS: Readonly<
  Record<string, { readonly name: string; readonly reads: Dimension; readonly like: string }>
> = {
  gauge: { name: "pressure gauge", reads: "pressure", like: "10 bar" },
  clamp: { name: "clamp meter", reads: "current", like: "60 A" },
  voltmeter: { name: "voltmeter", reads: "voltage", like: "750 V" },
  tachometer: { name: "tachometer", reads: "speed", like: "9999 rpm" },
  "flow-meter": { name: "flow meter", reads: "flow", like: "200 m3/h" },
  thermometer: { name: "thermometer", reads: "temperature", like: "120 degC" },
  "vibration-meter": { name: "vibration meter", reads: "velocity", like: "50 mm/s" },
  "power-meter": { name: "power meter", reads: "power", like: "30 kW" },
};

/** Gauges that hang at a pump have the kind of their side. */
const AT_A_PUMP = ["suction-gauge", "discharge-gauge"];

export const kindOf = (kind: string) =>
  KINDS[AT_A_PUMP.includes(kind) ? "gauge" : kind] ?? KINDS["gauge"];

const day = z
  .string()
  .refine((text) => text === "" || z.iso.date().safeParse(text).success, "Choose a day.");

const text = z.string().trim().max(80, "At most 80 characters.");

export const instrumentFields = z
  .object({
    /** Empty for a new one. */
    id: z.union([z.literal(""), z.uuid("Load the page again.")]),
    version: z.string().regex(/^\d*$/, "Load the page again."),
    name: text.min(1, "An instrument needs a name."),
    kind: z
      .string()
      .refine((k) => k in KINDS || AT_A_PUMP.includes(k), "Choose a kind from the list."),
    serial: text,
    rangeLow: text,
    rangeHigh: text,
    percent: text.refine(
      (t) => t === "" || (Number(t) > 0 && Number(t) <= 100),
      "A number above 0, at most 100.",
    ),
    calibratedOn: day,
    goodUntil: day,
  })
  .superRefine(({ kind, rangeLow, rangeHigh, calibratedOn, goodUntil }, context) => {
    const fault = (path: string, message: string) =>
      context.addIssue({ code: "custom", path: [path], message });
    const { reads, like } = kindOf(kind) ?? { reads: "pressure" as const, like: "" };
    const [low, high] = (
      [
        ["rangeLow", rangeLow],
        ["rangeHigh", rangeHigh],
      ] as const
    ).map(([path, written]) => {
      if (written === "") return undefined;
      const read = parseQuantity(written, reads);
      if (!read.ok) fault(path, `A figure with its unit, like ${like}.`);
      return read.ok ? read.value.si : undefined;
    });
    if (rangeLow !== "" && rangeHigh === "") fault("rangeHigh", "Say also up to where it reads.");
    if (low !== undefined && high !== undefined && low >= high)
      fault("rangeHigh", "It has to read further up than down.");
    if (calibratedOn !== "" && goodUntil !== "" && goodUntil < calibratedOn)
      fault("goodUntil", "It cannot run out before it was made.");
  });
