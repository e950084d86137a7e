/** How this pump's own past turns the prior of a cause. */
import type { CauseId } from "../case/index.ts";
import type { PumpHistory, Situation } from "../visit/index.ts";

/**
 * A cause cured within 90 days comes back more often than it comes anew: the cure did not hold or its
 * reason was left. Judgement of the trade.
 */
const CAME_BACK = 3;
/** A cause this pump has had before, longer ago. */
const HAD_BEFORE = 1.4;
const GAUGE_BAD_BEFORE = 3;
const GAUGE_GOOD_BEFORE = 0.6;

/** Causes that grow with the years of running. */
const WEARING: readonly CauseId[] = [
  "worn-rings",
  "impeller-worn",
  "seal-leak",
  "bearing-defect",
  "mechanical-drag",
];
/** Wear in the first year, usual years, and beyond. */
const WEAR_BY_YEARS = [
  { upTo: 1, factor: 0.4 },
  { upTo: 4, factor: 1 },
  { upTo: 8, factor: 1.5 },
  { upTo: Number.POSITIVE_INFINITY, factor: 2 },
] as const;

/** Causes that come with an installation and are found soon after. */
const FROM_THE_START: readonly CauseId[] = [
  "wrong-rotation",
  "body-reversed",
  "pump-unsuited",
  "wrong-impeller-or-curve",
  "air-trap",
  "suction-layout",
  "lift-too-high",
];
const NEW_DAYS = 60;
const WHEN_NEW = 2.5;
const WHEN_OLD = 0.7;

/** Factor on the prior of a cause; 1 where nothing is known. */
export function historyFactor({ history }: Situation, id: CauseId): number {
  return repeatFactor(history, id) * gaugeFactor(history, id) * ageFactor(history, id);
}

function repeatFactor({ recent, earlier }: PumpHistory, id: CauseId): number {
  if (id === "healthy" || id === "unlisted") return 1;
  if (recent.includes(id)) return CAME_BACK;
  return earlier.includes(id) ? HAD_BEFORE : 1;
}

function gaugeFactor({ suctionGauge, dischargeGauge }: PumpHistory, id: CauseId): number {
  const found =
    id === "suction-gauge-fault"
      ? suctionGauge
      : id === "discharge-gauge-fault"
        ? dischargeGauge
        : undefined;
  if (found === undefined) return 1;
  return found === "bad" ? GAUGE_BAD_BEFORE : GAUGE_GOOD_BEFORE;
}

function ageFactor({ yearsSinceOverhaul, daysInstalled }: PumpHistory, id: CauseId): number {
  if (WEARING.includes(id) && yearsSinceOverhaul !== undefined && yearsSinceOverhaul >= 0) {
    return WEAR_BY_YEARS.find((w) => yearsSinceOverhaul <= w.upTo)?.factor ?? 1;
  }
  if (FROM_THE_START.includes(id) && daysInstalled !== undefined && daysInstalled >= 0) {
    return daysInstalled <= NEW_DAYS ? WHEN_NEW : WHEN_OLD;
  }
  return 1;
}
