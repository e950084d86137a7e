/**
 * How surely a test turned out as it did, from what was read in it: a limit that lies within what an
 * instrument can be off is no line between two outcomes.
 */
import type { CaseFile, TestId } from "../case/index.ts";
import { capacitor, insulation, windings } from "../drive/index.ts";
import { waterAt } from "../liquid/index.ts";
import { chanceBelow, parseQuantity } from "../quantity/index.ts";
import { vacuumTargets } from "../suction/index.ts";

type CaseTest = CaseFile["tests"][number];
type Readings = NonNullable<CaseTest["readings"]>;

/** Chance of each outcome; none is left out, and they add up to 1. */
export type OutcomeShares = Readonly<Record<string, number>>;

interface Surroundings {
  /** Absolute [Pa]. */
  readonly atmosphere: number;
  readonly motor: CaseFile["pump"]["motor"];
}

/** Standard uncertainty of a workshop vacuum gauge [Pa], and of the day's weather round an altitude's atmosphere [Pa]. */
const VACUUM = { gauge: 800, weather: 1000 } as const;
/** A vacuum that falls by less in a minute holds [Pa/min]; the same gauge read twice [Pa]. */
const PLATE = { holds: 2000, readTwice: 350, casing: 288.15 } as const;
/** Level that has not moved, and how well it is read [m]. */
const DRAIN = { stayed: 0.005, u: 0.002 } as const;
/** Standard uncertainties: capacitance from clamp and voltmeter [%], spread of windings [%], insulation [ln]. */
const U = { capacitor: 3, windings: 0.7, insulation: 0.2 } as const;
/** Winding temperature nobody measured [K]: a motor at rest. */
const REST = 293.15;

const two = (first: string, second: string, share: number): OutcomeShares => ({
  [first]: share,
  [second]: 1 - share,
});

const SHARES: Readonly<
  Partial<Record<TestId, (r: Readings, s: Surroundings) => OutcomeShares | undefined>>
> = {
  "vacuum-plate": ({ peak, fall }, { atmosphere }) => {
    const water = waterAt(PLATE.casing);
    if (!peak || !water.ok) return undefined;
    const deepest = Math.abs(peak.si);
    const { density, saturationPressure } = water.value;
    const { minimum } = vacuumTargets(atmosphere, saturationPressure, density);
    const u = Math.hypot(VACUUM.gauge, (minimum / atmosphere) * VACUUM.weather);
    const good = chanceBelow((deepest - minimum) / u);
    const holds = holdsOf(fall, deepest);
    if (holds === undefined) return undefined;
    return {
      "good-holds": good * holds,
      "good-falls": good * (1 - holds),
      "poor-holds": (1 - good) * holds,
      "poor-falls": (1 - good) * (1 - holds),
    };
  },
  "drain-back": ({ fall }) => {
    const level = lengthOf(fall);
    if (level === undefined) return undefined;
    return two("holds", "falls", chanceBelow((DRAIN.stayed - level) / DRAIN.u));
  },
  "capacitor-check": ({ current, voltage }, { motor }) => {
    const found =
      current && voltage
        ? capacitor(current.si, voltage.si, motor?.frequency?.si ?? 50, motor?.capacitor?.si)
        : undefined;
    if (found?.deviationPercent === undefined) return undefined;
    return two("weak", "in-tolerance", chanceBelow((-10 - found.deviationPercent) / U.capacitor));
  },
  insulation: ({ ohms, temperature }) => {
    const all = (ohms ?? []).flatMap((list) => list.map((q) => q.si));
    const least = Math.min(...all);
    if (!(least > 0) || all.length === 0) return undefined;
    const { at40C, minimum } = insulation(least, temperature?.si ?? REST);
    return two("good", "low", chanceBelow(Math.log(at40C / minimum) / U.insulation));
  },
  "winding-resistance": ({ ohms, temperature }) => {
    const three = (ohms ?? []).flatMap((list) => list.slice(0, 1).map((q) => q.si));
    const found = three.length === 3 ? windings(three, temperature?.si ?? REST) : undefined;
    // An open or a shorted circuit is another thing than a spread.
    if (!found || found.spreadPercent > 60) return undefined;
    const spread = chanceBelow((found.spreadPercent - 4) / U.windings);
    return { balanced: 1 - spread, spread, open: 0, short: 0 };
  },
};

/** Share in which the vacuum holds; undefined when it was not watched. */
function holdsOf(fall: Readings["fall"], deepest: number): number | undefined {
  if (!fall || typeof fall === "string") return undefined;
  const to = fall.to === undefined ? undefined : parseQuantity(fall.to, "pressure");
  const over = fall.over === undefined ? undefined : parseQuantity(fall.over, "time");
  if (!to?.ok || !over?.ok || !(over.value.si > 0)) return undefined;
  const minutes = over.value.si / 60;
  const perMinute = (deepest - Math.abs(to.value.si)) / minutes;
  return chanceBelow((PLATE.holds - perMinute) / (PLATE.readTwice / minutes));
}

function lengthOf(fall: Readings["fall"]): number | undefined {
  const parsed = typeof fall === "string" ? parseQuantity(fall, "length") : undefined;
  return parsed?.ok ? parsed.value.si : undefined;
}

/** An outcome that its own readings hold for less likely than this was written down wrong. */
const CONTRADICTED = 0.05;

/**
 * The outcomes of a test as its readings have them. Where they contradict the outcome that was entered,
 * nobody knows which is the slip: both count half.
 * @returns undefined where it kept no readings that tell
 */
export function outcomeShares(
  test: CaseTest,
  surroundings: Surroundings,
): { readonly shares: OutcomeShares; readonly contradicted: boolean } | undefined {
  const read = test.readings && SHARES[test.test]?.(test.readings, surroundings);
  if (!read) return undefined;
  const contradicted = (read[test.outcome] ?? 0) < CONTRADICTED;
  if (!contradicted) return { shares: read, contradicted };
  const shares = Object.fromEntries(
    Object.entries(read).map(([o, share]) => [o, share / 2 + (o === test.outcome ? 0.5 : 0)]),
  );
  return { shares, contradicted };
}
