/** What is asked of a part, by its kind. */
import type { WrittenPart } from "@yard-tack/core/board";

export interface PartField {
  readonly key: keyof WrittenPart;
  readonly name: string;
  readonly hint?: string;
  readonly choices?: readonly (readonly [id: string, name: string])[];
  /** A share that is typed in percent. */
  readonly percent?: true;
  /** A plain number. */
  readonly number?: true;
}

type Kind = NonNullable<WrittenPart["kind"]>;

const bore: PartField = { key: "bore", name: "Bore", hint: "80 mm, 3 in; as before where empty" };
const height: PartField = {
  key: "height",
  name: "Height of its far end",
  hint: "over the shaft, below it with a minus",
};
const length: PartField = { key: "length", name: "Length", hint: "along the pipe" };
const material: PartField = {
  key: "material",
  name: "Made of",
  hint: "steel, PE, rubber with spiral …",
};
const known: PartField = { key: "k", name: "Loss coefficient, if known", number: true };
const mouth: readonly PartField[] = [
  bore,
  { key: "submergence", name: "Water over its mouth" },
  { key: "bottomClearance", name: "From its mouth to the floor" },
  { ...height, name: "Height of its mouth" },
];
const run: readonly PartField[] = [
  ...[length, bore, height, material],
  { key: "roughness", name: "Roughness, if known", hint: "0.05 mm" },
];
const fitting: readonly PartField[] = [bore, height, known];

export const PART_FIELDS: Readonly<Record<Kind, readonly PartField[]>> = {
  inlet: mouth,
  bell: mouth,
  "foot-valve": [...mouth, known],
  pipe: run,
  hose: run,
  bend: [
    { key: "angle", name: "Angle", hint: "90 deg" },
    { key: "radius", name: "Radius of its middle", hint: "120 mm; short where empty" },
    ...fitting,
  ],
  valve: [
    {
      key: "valve",
      name: "Type",
      choices: [
        ["gate", "gate"],
        ["ball", "ball"],
        ["butterfly", "butterfly"],
        ["globe", "globe"],
        ["diaphragm", "diaphragm"],
      ],
    },
    { key: "opening", name: "Open, %", hint: "100 where empty", percent: true },
    ...fitting,
  ],
  strainer: [{ key: "freeArea", name: "Free area", hint: "90 cm2, 14 in2" }, ...fitting],
  reducer: [
    {
      key: "shape",
      name: "Shape",
      choices: [
        ["eccentric-flat-top", "eccentric, flat side up"],
        ["eccentric-flat-bottom", "eccentric, flat side down"],
        ["concentric", "concentric"],
      ],
    },
    { ...bore, name: "Bore after it" },
    height,
    known,
  ],
  tee: fitting,
  branch: fitting,
  "check-valve": fitting,
  joint: [bore, height],
  "gauge-port": [height],
  "air-vent": [height],
  relief: [height],
};

/** What can be added on each side, in the order of the palette. */
export const PALETTE: Readonly<Record<"suction" | "discharge", readonly Kind[]>> = {
  suction: [
    ...(["pipe", "bend", "valve", "strainer", "foot-valve", "check-valve", "reducer"] as const),
    ...(["branch", "tee", "hose", "bell", "inlet", "joint"] as const),
  ],
  discharge: [
    ...(["pipe", "bend", "valve", "check-valve", "gauge-port", "air-vent", "relief"] as const),
    ...(["reducer", "tee", "branch", "hose", "joint"] as const),
  ],
};

/** A part as it is added: with what it is hardly ever without. */
export const NEW_PARTS: Readonly<Partial<Record<Kind, WrittenPart>>> = {
  pipe: { kind: "pipe", length: "1 m" },
  hose: { kind: "hose", length: "4 m" },
  bend: { kind: "bend", angle: "90 deg" },
  valve: { kind: "valve", valve: "gate" },
  reducer: { kind: "reducer", shape: "eccentric-flat-top" },
};
