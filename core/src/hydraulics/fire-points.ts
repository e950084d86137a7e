/**
 * Fire-water pump, three points. The authority in charge decides; these are the usual limits of
 * acceptance and yearly tests. SI throughout; speeds in r/min.
 */
import { GRAVITY } from "../quantity/index.ts";
import { velocityHead } from "./friction.ts";

export interface FireRating {
  /** [m³/s] */
  readonly flow: number;
  /** Rated net pressure [Pa]. */
  readonly pressure: number;
  /** [r/min] */
  readonly speed: number;
}

export interface FirePoint {
  /** [m³/s] */
  readonly flow: number;
  /** Gauge pressures [Pa]. */
  readonly suction: number;
  readonly discharge: number;
  /** [r/min] */
  readonly speed: number;
  /** Standard uncertainty of its net pressure [Pa] and of its flow [m³/s]; none where left out. */
  readonly uNet?: number;
  readonly uFlow?: number;
}

export interface FireSetup {
  readonly rating: FireRating;
  /** [kg/m³] */
  readonly density: number;
  /** Discharge gauge above suction gauge [m]. */
  readonly gaugeHeightDifference: number;
  readonly suctionBore?: number;
  readonly dischargeBore?: number;
}

export interface CorrectedPoint {
  readonly flow: number;
  readonly netPressure: number;
  readonly flowPercent: number;
  readonly pressurePercent: number;
  /** Standard uncertainties of both shares [%]. */
  readonly uFlowPercent: number;
  readonly uPressurePercent: number;
}

export type FireVerdict = "pass" | "fail" | "not-shown";

export interface FireResult {
  readonly corrected: readonly CorrectedPoint[];
  readonly verdicts: {
    readonly shutOff: FireVerdict;
    readonly rated: FireVerdict;
    readonly overload: FireVerdict;
  };
  readonly overall: FireVerdict;
}

/** Which corrected flows count for which point [% of rated], and the pressures asked there [%]. */
export const FIRE_LIMITS = {
  shutOff: { from: 0, to: 0.1, low: 100, high: 140 },
  rated: { from: 99.9, to: 140, low: 100, high: Number.POSITIVE_INFINITY },
  overload: { from: 149.85, to: Number.POSITIVE_INFINITY, low: 65, high: Number.POSITIVE_INFINITY },
} as const;

/** One point at rated speed: net = p_d − p_s + ρg Δz + velocity heads; flow × r, net × r². */
export function correctedPoint(setup: FireSetup, point: FirePoint): CorrectedPoint {
  const { rating, density, gaugeHeightDifference, suctionBore, dischargeBore } = setup;
  const velocity =
    suctionBore && dischargeBore
      ? velocityHead(point.flow, dischargeBore) - velocityHead(point.flow, suctionBore)
      : 0;
  const net =
    point.discharge - point.suction + density * GRAVITY * (gaugeHeightDifference + velocity);
  const r = rating.speed / point.speed;
  const flow = point.flow * r;
  const netPressure = net * r * r;
  return {
    flow,
    netPressure,
    flowPercent: (100 * flow) / rating.flow,
    pressurePercent: (100 * netPressure) / rating.pressure,
    uFlowPercent: (100 * (point.uFlow ?? 0) * r) / rating.flow,
    uPressurePercent: (100 * (point.uNet ?? 0) * r * r) / rating.pressure,
  };
}

/**
 * Judges the three points. A point counts where its corrected flow lies; of several the best counts.
 */
export function fireTest(setup: FireSetup, points: readonly FirePoint[]): FireResult {
  const corrected = points.map((p) => correctedPoint(setup, p));
  const judge = (limit: (typeof FIRE_LIMITS)[keyof typeof FIRE_LIMITS]): FireVerdict => {
    const here = corrected.filter(
      (c) =>
        c.flowPercent >= limit.from - 1e-9 &&
        (limit.to === 0.1 ? c.flowPercent <= limit.to : c.flowPercent < limit.to),
    );
    if (here.length === 0) return "not-shown";
    const good = here.some(
      (c) => c.pressurePercent >= limit.low && c.pressurePercent <= limit.high,
    );
    return good ? "pass" : "fail";
  };
  const verdicts = {
    shutOff: judge(FIRE_LIMITS.shutOff),
    rated: judge(FIRE_LIMITS.rated),
    overload: judge(FIRE_LIMITS.overload),
  };
  const all = Object.values(verdicts);
  const overall = all.includes("fail") ? "fail" : all.includes("not-shown") ? "not-shown" : "pass";
  return { corrected, verdicts, overall };
}

/** Share of the original test's net pressure kept, point by point [%]; 95 % each is the usual pass. */
export function againstOriginal(
  corrected: readonly CorrectedPoint[],
  original: readonly number[],
): { readonly percent: readonly number[]; readonly passes: boolean } {
  const percent = original.flatMap((p, i) => {
    const now = corrected[i];
    return now ? [(100 * now.netPressure) / p] : [];
  });
  return { percent, passes: percent.length > 0 && percent.every((v) => v >= 95) };
}
