/** What a pump's wear rests on: efficiency when new and now, at equal flow. */
import { hydraulicEfficiency, readCurve } from "@yard-tack/core/curve";
import { curveOfSheet, type WrittenSheet } from "@yard-tack/core/sheet";
import type { WearDuty } from "@yard-tack/core/upkeep";
import type { TrendPoint, TrendVisit } from "./trend";

export interface WearBasis extends WearDuty {
  /** Since the first point of the trend. */
  readonly months: number;
}

/** Head lost at equal flow is worth a word from here on [%]. */
const WORTH = -2;
/** Efficiency of a motor nobody described. */
const USUAL_MOTOR = 0.9;
const MONTH = 30.44 * 86_400_000;
const WATER = 998;

/**
 * The wear a trend shows. Head lost at equal flow and equal power is efficiency lost; the sheet gives
 * the efficiency when new.
 * @returns undefined without a sheet with power, a trend, or a loss worth a word
 */
export function wearOf(
  sheet: WrittenSheet | undefined,
  trend: readonly TrendPoint[],
  visits: readonly TrendVisit[],
  motorEfficiency: number | undefined,
): WearBasis | undefined {
  const built = sheet && curveOfSheet(sheet);
  const first = trend[0];
  const last = trend.at(-1);
  if (!built?.ok || !first || !last || last.percent > WORTH) return undefined;
  const visit = visits.find((v) => v.at.toISOString() === last.at);
  if (!visit?.flow || !visit.head) return undefined;
  const { head, power } = readCurve(built.value, visit.flow);
  if (!head || !power) return undefined;
  const efficiencyNew = hydraulicEfficiency(visit.flow, head, power, WATER);
  return {
    density: WATER,
    flow: visit.flow,
    head: visit.head,
    efficiencyNew,
    efficiencyNow: efficiencyNew * (1 + last.percent / 100),
    motorEfficiency: motorEfficiency ?? USUAL_MOTOR,
    months: (Date.parse(last.at) - Date.parse(first.at)) / MONTH,
  };
}
