/**
 * Everything that is needed to order and fit the next pump without a second visit: what is known, from where, and how the rest
 * is found. By what it has to do on this system, never by the power of the old one.
 */
import { curveStart, intersections, readCurve } from "../curve/index.ts";
import type { WrittenPump } from "../case/index.ts";
import { formatSi, GRAVITY, parseQuantity, type UnitSystem } from "../quantity/index.ts";
import { npshFromLayout } from "../suction/index.ts";
import { cleanSystem, type Situation } from "../visit/index.ts";
import { FIT_FIELDS, NEXT_GROUPS, type NextGroupId } from "./fit-fields.ts";

type Facts = Readonly<Record<string, string | number>>;

export interface NextPumpAsked {
  readonly written: WrittenPump;
  readonly situation: Situation;
  readonly body: Facts | null;
  readonly motor: Facts | null;
  /** What was noted for the next one, by the keys of the fields. */
  readonly fit: Facts | null;
  readonly units: UnitSystem;
  /** The day it is asked, ISO 8601. */
  readonly day: string;
}

export interface NextRow {
  readonly name: string;
  /** Undefined where it is not known yet. */
  readonly value: string | undefined;
  /** Where it comes from, or how it is found. */
  readonly from: string;
  /** The card can be ordered from without it. */
  readonly spare: boolean;
}

export interface NextPump {
  readonly groups: readonly { readonly title: string; readonly rows: readonly NextRow[] }[];
  /** What still has to be found before it can be ordered. */
  readonly missing: readonly string[];
  /** Of the warranty, in a sentence. */
  readonly warranty: string;
}

export function nextPump(asked: NextPumpAsked): NextPump {
  const { fit, situation } = asked;
  const noted = FIT_FIELDS.filter((f) => f.families?.includes(situation.family) ?? true).map(
    (f): readonly [NextGroupId, NextRow] => {
      const value = text(fit?.[f.key]);
      const from = value === undefined ? f.how : "noted";
      return [f.group, { name: f.name, value, from, spare: f.spare ?? false }];
    },
  );
  const all = [...worked(asked), ...plated(asked), ...noted];
  const groups = NEXT_GROUPS.map(({ id, title }) => ({
    title,
    rows: all.filter(([group]) => group === id).map(([, row]) => row),
  }));
  const rows = groups.flatMap((g) => g.rows);
  return {
    groups,
    missing: rows.filter((r) => r.value === undefined && !r.spare).map((r) => r.name),
    warranty: warrantyWords(text(fit?.["warrantyUntil"]), asked.day),
  };
}

const text = (value: unknown): string | undefined =>
  typeof value === "number"
    ? String(value)
    : typeof value === "string" && value !== ""
      ? value
      : undefined;

type Placed = readonly [NextGroupId, NextRow];

const row = (
  group: NextGroupId,
  name: string,
  value: string | undefined,
  from: string,
  how: string,
): Placed => [group, { name, value, from: value === undefined ? how : from, spare: false }];

/** What it has to do, worked out from curve, system and line. */
function worked({ situation: s, written, units }: NextPumpAsked): Placed[] {
  const system = cleanSystem(s)?.curve;
  const met = system && s.curve ? intersections(s.curve, system).at(-1) : undefined;
  const duty = met ?? s.duty;
  const say =
    duty && `${formatSi(duty.flow, "flow", units)} at ${formatSi(duty.head, "length", units)}`;
  const state = {
    atmosphere: s.atmosphere,
    vapourPressure: s.liquid.vapourPressure,
    density: s.liquid.density,
  };
  const npsh = duty && s.layout ? npshFromLayout(s.layout, state, duty.flow) : undefined;
  const shut = s.curve && curveStart(s.curve) === 0 ? readCurve(s.curve, 0).head : undefined;
  const pressure = shut === undefined ? undefined : s.liquid.density * GRAVITY * shut;
  const named = written.site?.liquid;
  return [
    row(
      "does",
      "Flow and head here",
      say,
      met ? "where its curve meets its own system" : "the duty that was asked for",
      "Give the pump a curve and a fingerprint, or the duty it was bought for.",
    ),
    row(
      "does",
      "NPSH it may need, at most",
      npsh === undefined
        ? undefined
        : `${formatSi(npsh, "length", units)}, less the margin that is wanted`,
      "from its line and level",
      "Draw its suction line, or say its level and loss.",
    ),
    row(
      "does",
      "Head against a shut valve, as now",
      pressure === undefined
        ? undefined
        : `${formatSi(pressure, "pressure", units)} besides what stands at its inlet`,
      "from its curve: the pipe's rating has to bear it",
      "From the curve at no flow.",
    ),
    row(
      "does",
      "Liquid",
      named === undefined ? undefined : liquidWords(named, written.site?.temperature, units),
      "from its place",
      "Say at Pump, place and motor what it pumps, and how warm.",
    ),
  ];
}

function liquidWords(named: unknown, temperature: unknown, units: UnitSystem): string {
  const warm = parseQuantity(text(temperature) ?? "", "temperature");
  return [
    typeof named === "string" ? named : "see its place",
    warm.ok ? formatSi(warm.value.si, "temperature", units) : "",
  ]
    .filter((w) => w !== "")
    .join(", ");
}

/** Keys of the plates, in the order of the card. */
const BODY: readonly (readonly [NextGroupId, string, string])[] = [
  ["fits", "ports", "Ports and pressure class"],
  ["fits", "faceToFace", "Face to face"],
  ["fits", "rotation", "Rotation arrow"],
  ["lasts", "seal", "Seal"],
  ["lasts", "diameter", "Wheel diameter"],
  ["warranty", "type", "Type"],
  ["warranty", "serial", "Serial number"],
  ["warranty", "dateCode", "Date code"],
];
const MOTOR: readonly (readonly [NextGroupId, string, string])[] = [
  ["fed", "voltage", "Voltage"],
  ["fed", "phases", "Phases"],
  ["fed", "frequency", "Frequency"],
  ["fed", "power", "Motor it has now"],
  ["fed", "current", "Full-load current"],
  ["lasts", "startsPerHour", "Starts an hour"],
];

function plated({ body, motor, situation, written }: NextPumpAsked): Placed[] {
  const of = (
    facts: Facts | null,
    [group, key, name]: readonly [NextGroupId, string, string],
    plate: string,
  ) =>
    row(
      group,
      name,
      text(facts?.[key]) ?? elsewhere(key, written),
      facts?.[key] === undefined ? "the register" : `the ${plate} plate`,
      `Read the ${plate} plate.`,
    );
  return [
    ...BODY.map((b) => of(body, b, "body")),
    ...(situation.driver === "engine" ? [] : MOTOR.map((m) => of(motor, m, "motor"))),
  ];
}

/** What a plate would say where the register has it already. */
function elsewhere(key: string, { pump }: WrittenPump): string | undefined {
  if (key === "seal") return text(pump.seal?.kind);
  if (key === "diameter") return text(pump.impeller?.diameter);
  if (key === "rotation") return text(pump.rotation);
  const { suction, discharge } = pump.ports ?? {};
  return key === "ports" && suction && discharge ? `${suction} in, ${discharge} out` : undefined;
}

function warrantyWords(until: string | undefined, day: string): string {
  if (until === undefined) return "Nobody wrote down until when its warranty runs.";
  return day.slice(0, 10) <= until
    ? `Under warranty until ${until}.`
    : `Its warranty ran out on ${until}.`;
}
