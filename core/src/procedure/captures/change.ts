/** Before and after: whether a reading moved by more than it wanders by itself. */
import { formatSi, type UnitSystem } from "../../quantity/index.ts";
import type { Captured, CaptureField, CaptureReading } from "./row.ts";

/** A gauge read twice wanders by this share of itself, and by at least so much. */
const WANDERS: Readonly<Partial<Record<CaptureField["dimension"], readonly [number, number]>>> = {
  pressure: [0.03, 2500],
  flow: [0.04, 1e-5],
  current: [0.03, 0.1],
  speed: [0.01, 1],
  length: [0.02, 0.01],
};

/** A level that has moved by less than this has stayed [m]. */
export const STAYED = 0.005;

export type Moved = "up" | "down" | "same";

/** How a reading moved; undefined unless both ends are read. */
export function moved(
  before: number | undefined,
  after: number | undefined,
  dimension: CaptureField["dimension"],
): Moved | undefined {
  if (before === undefined || after === undefined) return undefined;
  const [share, least] = WANDERS[dimension] ?? [0.03, 0];
  const play = Math.max(share * Math.abs(before), least);
  return after - before > play ? "up" : before - after > play ? "down" : "same";
}

/** How far two readings lie apart, in words: a difference of temperatures is no temperature. */
export const apartText = (
  one: number,
  other: number,
  dimension: CaptureField["dimension"],
  units: UnitSystem,
): string =>
  dimension === "temperature"
    ? `${Math.round(Math.abs(one - other))} K`
    : formatSi(Math.abs(one - other), dimension, units);

/** The same strips before and after. */
export const twice = (fields: readonly CaptureField[]) =>
  (["before", "after"] as const).map((when) => ({
    name: when === "before" ? "Before" : "After",
    fields: fields.map((f) => ({ ...f, slot: `${when}.${f.slot}` })),
  }));

/**
 * "Improved" when any of the strips rose, "no change" when all that are read twice stayed or fell.
 * @param outcomes - ids for the two
 */
export function improvedIfUp(
  fields: readonly CaptureField[],
  outcomes: { readonly up: string; readonly same: string },
) {
  return (
    captured: Captured,
    { units }: { readonly units: UnitSystem },
  ): CaptureReading | undefined => {
    const seen = fields.flatMap((f) => {
      const before = captured(`before.${f.slot}`);
      const after = captured(`after.${f.slot}`);
      const how = moved(before, after, f.dimension);
      return how === undefined || before === undefined || after === undefined
        ? []
        : [{ f, how, by: after - before }];
    });
    const [first] = seen;
    if (!first) return undefined;
    const lead = seen.find((s) => s.how === "up") ?? first;
    const size = formatSi(Math.abs(lead.by), lead.f.dimension, units);
    const say =
      lead.how === "same"
        ? `${lead.f.name} moved by ${size}: within what it wanders by itself.`
        : `${lead.f.name} ${lead.how === "up" ? "rose" : "fell"} by ${size}.`;
    return { say, outcome: lead.how === "up" ? outcomes.up : outcomes.same };
  };
}
