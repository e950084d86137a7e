/** A reading as it stands on a strip: one value, a swinging needle's two ends, or repeats of either. */
import { parseQuantity, type Quantity, type QuantityError } from "./parse.ts";
import { fail, ok, type Result } from "./result.ts";
import type { Dimension } from "./units.ts";

/** What stands between the two ends of a swing; a dash would be a minus. */
export const SWING = " to ";
/** What stands between two repeats. */
export const REPEAT = "; ";

/** What parts the ends of a swing, however it is typed: "4.1 to 4.4", "4.1to4.4", "4.1…4.4"; "torr" is a unit. */
const BETWEEN_ENDS = /\s+to\s+|(?<=\d\s*)to(?=\s*[-+\u2212\d.,])|…|\.{2,}/;

/** More ends and repeats than this are no reading but a recording. */
const MOST_VALUES = 24;

export interface WrittenReading {
  /** Every value with its unit: a swing gives its two ends. At least one. */
  readonly values: readonly [Quantity, ...Quantity[]];
  /** Mean of the values, SI. */
  readonly mean: number;
  /** Least and greatest, SI. */
  readonly low: number;
  readonly high: number;
  /** Whether one of the values is a needle that swings. */
  readonly swings: boolean;
  /** Readings taken one after the other; a swing counts once. */
  readonly repeats: number;
}

/**
 * Reads "4.2 bar", "4.1 to 4.4 bar", "4.2; 4.3 bar" or "4.1 to 4.4; 4.2 bar".
 *
 * A value without a unit takes the next one that is written behind it, else the one before it; so
 * "-7; -8 inHg vac" is refused like any other contradiction.
 * @param raw - as typed; "…" and ".." stand for "to" too
 * Fails as {@link parseQuantity} does for the first value that cannot be read.
 */
export function parseReading(
  raw: string,
  dimension: Dimension,
): Result<WrittenReading, QuantityError> {
  const groups = raw
    .split(";")
    .map((repeat) => repeat.split(BETWEEN_ENDS).map((end) => end.trim()))
    .map((ends) => ends.filter((end) => end !== ""))
    .filter((ends) => ends.length > 0);
  const texts = withUnits(groups.flat());
  if (texts.length <= 1) {
    const one = parseQuantity(texts[0] ?? raw, dimension);
    return one.ok ? ok(summary([one.value], groups)) : one;
  }
  if (texts.length > MOST_VALUES) {
    return fail({
      reason: "trailing-text",
      message: `More than ${MOST_VALUES} values in one reading are not understood.`,
    });
  }
  const values: Quantity[] = [];
  for (const text of texts) {
    const parsed = parseQuantity(text, dimension);
    if (!parsed.ok) return parsed;
    values.push(parsed.value);
  }
  const [first, ...others] = values;
  if (!first) throw new Error("two texts give two values");
  return ok(summary([first, ...others], groups));
}

/** Counts what has numbers in it. */
const numbered = (ends: readonly string[]): string[] => ends.filter((e) => /\d/.test(e));

function summary(
  values: readonly [Quantity, ...Quantity[]],
  groups: readonly (readonly string[])[],
): WrittenReading {
  const all = values.map((v) => v.si);
  return {
    values,
    mean: all.reduce((a, b) => a + b, 0) / all.length,
    low: Math.min(...all),
    high: Math.max(...all),
    swings: groups.some((ends) => numbered(ends).length > 1),
    repeats: Math.max(1, groups.filter((ends) => numbered(ends).length > 0).length),
  };
}

/** The unit of a text, with "vac" or "abs"; empty when it is a bare number. */
const unitOf = (text: string): string => text.replace(/^[+\-\u2212]?[\d.,]+([eE][+-]?\d+)?\s*/, "");

/** Every number with a unit; a unit that stands alone (an end still to be typed) serves the others. */
function withUnits(texts: readonly string[]): string[] {
  const units = texts.map(unitOf);
  const complete = texts.flatMap((text, i) => {
    if (text === units[i] && texts.length > 1) return [];
    if (units[i] !== "") return [text];
    const unit =
      units.slice(i + 1).find((u) => u !== "") ?? units.slice(0, i).findLast((u) => u !== "");
    return [unit ? `${text} ${unit}` : text];
  });
  return complete.length > 0 ? complete : [...texts];
}
