/** Which test tells most per minute. */
import type { Situation } from "../visit/index.ts";
import type { Posterior } from "./posterior.ts";
import { outcomeRates, type TestPlace, type TestRow, TESTS } from "./tests.ts";

export interface RankedTest {
  readonly row: TestRow;
  /** Expected fall of the posterior's entropy [bits]. */
  readonly bits: number;
  /** Bits per minute, the hazard's minutes included. */
  readonly worth: number;
  /** The two causes it separates best, by index, and the outcome each makes likely. */
  readonly splits: {
    readonly for: number;
    readonly against: number;
    readonly outcome: string;
  } | null;
}

/** A leading cause above this needs no further test. */
export const SETTLED = 0.9;
/** A test that tells less is not worth its minutes [bits]. */
export const WORTH_ASKING = 0.05;

/** Possible tests, best first. Tests already done, impossible here or forbidden are not among them. */
export function rankTests(situation: Situation, posterior: Posterior): RankedTest[] {
  return TESTS.filter(
    (t) =>
      possible(t.place, situation) &&
      !alreadyKnown(t, situation) &&
      forbiddenWhy(t, situation) === undefined,
  )
    .map((t) => gainOf(t, posterior))
    .filter((t) => t.bits > 0.001)
    .sort((a, b) => b.worth - a.worth);
}

/** Tests that could be thought of here but must not be done, each with the reason. */
export function forbiddenTests(
  situation: Situation,
): { readonly id: string; readonly why: string }[] {
  return TESTS.flatMap((t) => {
    const why = forbiddenWhy(t, situation);
    return why ? [{ id: t.id, why }] : [];
  });
}

function forbiddenWhy(t: TestRow, s: Situation): string | undefined {
  if (s.forbids.includes(t.id)) return "The maker forbids it on this pump.";
  const isDisplacement = s.family === "positive-displacement";
  if (isDisplacement && t.id === "shut-off-head") {
    return "Stop: a positive-displacement pump has no shut-off; pressure rises until something breaks.";
  }
  if (isDisplacement && t.id === "throttle-and-listen") {
    return "Stop: never throttle a positive-displacement pump; slow it and listen.";
  }
  if (t.id === "two-direction" && s.screwedImpeller && s.driver === "3-phase") {
    return "Stop: a wheel screwed onto its shaft can unscrew in reverse and wreck the pump.";
  }
  if (t.id === "roll-leads" && s.driveKind === "vfd") {
    return "Behind a variable-speed drive the drive makes the phases: the test means nothing there.";
  }
  return undefined;
}

function possible(place: TestPlace, s: Situation): boolean {
  const gauges = s.snapshots.map((v) => ({ suction: !!v.suction, discharge: !!v.discharge }));
  const has = (side: "suction" | "discharge") => gauges.some((g) => g[side]);
  const driverMatches =
    place.drivers === undefined ||
    place.drivers.includes(s.driver) ||
    (place.drivers.includes("vfd") && s.driveKind === "vfd");
  return (
    driverMatches &&
    (place.families?.includes(s.family) ?? true) &&
    !place.notFamilies?.includes(s.family) &&
    (place.installations?.includes(s.installation) ?? true) &&
    !place.notInstallations?.includes(s.installation) &&
    !(place.notBehindVfd && s.driveKind === "vfd") &&
    !(place.needsStandby && !s.standby) &&
    !(place.notClosedLoop && s.closedLoop) &&
    (place.needsGauge === undefined ||
      (place.needsGauge === "any" ? has("suction") || has("discharge") : has(place.needsGauge)))
  );
}

/** Done, or answered by a reading that was taken. */
function alreadyKnown(t: TestRow, s: Situation): boolean {
  if (s.tests.some((d) => d.test === t.id)) return true;
  if (t.id === "shut-off-head") return s.snapshots.some((v) => v.valve === "shut" && v.discharge);
  if (t.id === "speed-check") return s.snapshots.some((v) => v.speed !== undefined);
  if (t.id === "suction-pressure-vs-layout") {
    return s.layout !== undefined && s.snapshots.some((v) => v.suction !== undefined);
  }
  return false;
}

const log2 = (p: number): number => (p > 0 ? Math.log2(p) : 0);
const entropy = (p: readonly number[]): number => -p.reduce((s, v) => s + v * log2(v), 0);

function gainOf(row: TestRow, posterior: Posterior): RankedTest {
  const p = posterior.causes.map((c) => c.probability);
  const rates = posterior.causes.map((c) => outcomeRates(row, c.row.id));
  let after = 0;
  row.outcomes.forEach((_, o) => {
    const joint = p.map((v, c) => v * (rates[c]?.[o] ?? 0));
    const total = joint.reduce((a, b) => a + b, 0);
    if (total > 0) after += total * entropy(joint.map((j) => j / total));
  });
  const bits = Math.max(0, entropy(p) - after);
  return {
    row,
    bits,
    worth: bits / (row.minutes + row.hazardMinutes),
    splits: bestSplit(row, p, rates),
  };
}

function bestSplit(
  row: TestRow,
  p: readonly number[],
  rates: readonly (readonly number[])[],
): RankedTest["splits"] {
  const order = p.map((_, c) => c).sort((a, b) => (p[b] ?? 0) - (p[a] ?? 0));
  let best: { for: number; against: number; outcome: string; score: number } | null = null;
  for (const a of order.slice(0, 4)) {
    for (const b of order.slice(0, 4)) {
      row.outcomes.forEach((outcome, o) => {
        const gap = (rates[a]?.[o] ?? 0) - (rates[b]?.[o] ?? 0);
        const score = gap * Math.sqrt((p[a] ?? 0) * (p[b] ?? 0));
        if (score > (best?.score ?? 0)) best = { for: a, against: b, outcome: outcome.name, score };
      });
    }
  }
  return best;
}
