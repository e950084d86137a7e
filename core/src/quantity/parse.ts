/**
 * Reads quantities as a technician writes them: "14 psi", "-7 inHg", "9 inHg vac", "41,2 m3/h".
 */
import { nearestWord } from "./nearest.ts";
import { fail, ok, type Result } from "./result.ts";
import { type Dimension, SI_UNIT, unitTexts, unitsWritten } from "./units.ts";

export type QuantityFault =
  | "empty"
  | "missing-number"
  | "ambiguous-number"
  | "not-a-number"
  | "missing-unit"
  | "unknown-unit"
  | "trailing-text"
  | "misplaced-qualifier"
  | "contradiction"
  | "wrong-dimension"
  | "impossible-value";

/** What a text said: the SI value beside what was written. */
export interface Quantity {
  readonly dimension: Dimension;
  /** Value in the SI unit of the dimension. Pressure: gauge unless `reference` says absolute. */
  readonly si: number;
  /** The text exactly as it was written. */
  readonly text: string;
  /** The number as written, before conversion; negative for "vac". */
  readonly written: number;
  /** The unit's symbol as the table names it. */
  readonly unit: string;
  /** Only for pressures. */
  readonly reference?: "gauge" | "absolute";
  /** One unit of the last digit written, in SI: how finely the reading was taken. */
  readonly resolution: number;
  /** A comma followed by exactly three digits ("1,200"): decimals by the rule, but worth asking. */
  readonly commaInDoubt: boolean;
}

export interface QuantityError {
  readonly reason: QuantityFault;
  /** One sentence for the person who wrote the text. */
  readonly message: string;
}

const NUMBER = /^([+-]?)((?:\d+[.,]?\d*|[.,]\d+)(?:[eE][+-]?\d+)?)(?![\d.,])\s*(.*)$/;

const DIMENSION_NAMES: Readonly<Record<Dimension, string>> = {
  pressure: "a pressure",
  flow: "a flow",
  length: "a length",
  temperature: "a temperature",
  power: "a power",
  speed: "a speed of rotation",
  velocity: "a velocity",
  resistance: "a resistance",
  capacitance: "a capacitance",
  current: "a current",
  voltage: "a voltage",
  frequency: "a frequency",
  leakage: "a leakage in drops",
  time: "a time",
  volume: "a volume",
  area: "an area",
  density: "a density",
  viscosity: "a kinematic viscosity",
  angle: "an angle",
};

/**
 * Parses one quantity.
 *
 * One comma or one point is the decimal mark. Pressure is gauge unless followed by `abs`; `vac`
 * means "below atmosphere" and makes a positive number negative gauge pressure.
 *
 * @param raw - text as typed; spaces around it, `−` (U+2212), `°` and `³` are understood
 * @param wanted - the dimension this place needs
 * @returns SI value with the text kept beside it
 *
 * Fails with the first of {@link QuantityFault} that applies, in the order of that type.
 * @example parseQuantity("9 inHg vac", "pressure") // => si -30477.5, reference "gauge"
 */
export function parseQuantity(raw: string, wanted: Dimension): Result<Quantity, QuantityError> {
  const text = tidy(raw);
  if (text === "") return wrong("empty", `Nothing is written here; ${needs(wanted)}.`);

  const [firstWord = ""] = text.split(" ");
  if (unitsWritten(firstWord).length > 0) {
    return wrong("missing-number", `"${raw}" has a unit but no number.`);
  }
  const digitsPart = /^[^\sA-Za-z]*/.exec(text)?.[0] ?? "";
  if (digitsPart.includes(",") && digitsPart.includes(".")) {
    return wrong(
      "ambiguous-number",
      `"${raw}" has a comma and a point; write it with one decimal mark and no thousands mark.`,
    );
  }
  const match = NUMBER.exec(text);
  const [, sign = "", digits = "", rest = ""] = match ?? [];
  const magnitude = Number(digits.replace(",", "."));
  if (!match || !Number.isFinite(magnitude)) {
    return wrong("not-a-number", `"${raw}" does not start with a number that can be read.`);
  }
  const number = sign === "-" ? -magnitude : magnitude;

  const words = rest.split(" ").filter((w) => w !== "");
  const [unitText, ...tail] = words;
  if (unitText === undefined || unitText === "abs" || unitText === "vac") {
    return wrong(
      "missing-unit",
      `"${raw}" has no unit; ${needs(wanted)}, for example ${example(wanted)}.`,
    );
  }
  const rows = unitsWritten(unitText);
  if (rows.length === 0) {
    const near = nearestWord(unitText, unitTexts(wanted)) ?? nearestWord(unitText, unitTexts());
    const hint = near ? `; the nearest known is "${near}"` : "";
    return wrong("unknown-unit", `The unit "${unitText}" is not known${hint}.`);
  }
  const extra = tail.find((w) => w !== "abs" && w !== "vac");
  if (extra !== undefined) {
    return wrong("trailing-text", `"${extra}" after the unit is not understood.`);
  }
  const row = rows.find((r) => r.dimension === wanted) ?? rows[0];
  if (!row) throw new Error("a written unit has a row");
  const isAbs = tail.includes("abs");
  const isVac = tail.includes("vac");
  if (tail.length > 0 && row.dimension !== "pressure") {
    return wrong("misplaced-qualifier", `"${tail.join(" ")}" belongs to pressures only.`);
  }
  if (tail.length > 1) {
    return wrong(
      "contradiction",
      `"${raw}" says both how far below and how far above; choose abs or vac.`,
    );
  }
  if (row.dimension !== wanted) {
    return wrong(
      "wrong-dimension",
      `"${raw}" is ${DIMENSION_NAMES[row.dimension]}; ${needs(wanted)}.`,
    );
  }
  if (isVac && (sign === "-" || number < 0)) {
    return wrong("contradiction", `"${raw}" has a minus sign and "vac"; one of them is enough.`);
  }
  const written = isVac ? -number : number;
  const si = written * row.factor + (row.offset ?? 0);
  if (!Number.isFinite(si)) {
    return wrong("not-a-number", `"${raw}" is too large to be read.`);
  }
  if ((isAbs || wanted === "temperature") && si < 0) {
    const zero = wanted === "temperature" ? "absolute zero" : "a perfect vacuum";
    return wrong("impossible-value", `"${raw}" is below ${zero}.`);
  }
  return ok({
    dimension: wanted,
    si: si === 0 ? 0 : si,
    text: raw,
    written,
    unit: row.symbol,
    ...(wanted === "pressure" ? { reference: isAbs ? "absolute" : "gauge" } : {}),
    resolution: 10 ** -(/[.,](\d*)/.exec(digits)?.[1]?.length ?? 0) * row.factor,
    commaInDoubt: /^\d{1,3},\d{3}$/.test(digits) && !digits.startsWith("0"),
  });
}

function tidy(raw: string): string {
  return raw
    .replace(/\u2212/g, "-")
    .replace(/[\u00a0\u202f\u2009]/g, " ")
    .replace(/³/g, "3")
    .replace(/²/g, "2")
    .replace(/°\s*([CF])/g, "deg$1")
    .replace(/\bin\s+Hg\b/gi, "inHg")
    .replace(/\bvacuum\b/gi, "vac")
    .replace(/\s+/g, " ")
    .trim();
}

const EXAMPLES: Readonly<Partial<Record<Dimension, string>>> = {
  pressure: '"2.9 bar"',
  flow: '"41.2 m3/h"',
  temperature: '"14 degC"',
  speed: '"2930 rpm"',
  current: '"10.6 A"',
  voltage: '"400 V"',
  power: '"7.5 kW"',
};

const example = (wanted: Dimension): string => EXAMPLES[wanted] ?? `"1 ${SI_UNIT[wanted]}"`;

const needs = (wanted: Dimension): string => `${DIMENSION_NAMES[wanted]} is needed`;

const wrong = (reason: QuantityFault, message: string): Result<never, QuantityError> =>
  fail({ reason, message });
