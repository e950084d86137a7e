/** What a pump's wear rests on: efficiency when new and now, at equal flow. */
import { hydraulicEfficiency, readCurve } from "../curve/index.ts";
import type { WearDuty } from "../upkeep/index.ts";
import type { Situation } from "../visit/index.ts";
import { ofTheYears, type Trend } from "./trend.ts";

export interface WearBasis extends WearDuty {
  /** Since the first point of the trend. */
  readonly months: number;
}

/** Head lost at equal flow is worth a word from here on [%]. */
const WORTH = -2;
/** Efficiency of a motor nobody described. */
const USUAL_MOTOR = 0.9;
const MONTH_MS = 30.44 * 86_400_000;

/**
 * The wear a trend shows. Head lost at equal flow and equal power is efficiency lost; the sheet gives
 * the efficiency when new.
 * @returns undefined without a sheet with power, a trend, or a loss worth a word
 */
export function wearOf(
  { curve, motor, liquid }: Pick<Situation, "curve" | "motor" | "liquid">,
  trend: Trend | undefined,
): WearBasis | undefined {
  const points = trend ? ofTheYears(trend) : [];
  const [first, last] = [points[0], points.at(-1)];
  if (!curve || !first || !last || last.percent > WORTH) return undefined;
  const flow = last.point.flow.value;
  const { head, power } = readCurve(curve, flow);
  if (!head || !power) return undefined;
  const efficiencyNew = hydraulicEfficiency(flow, head, power, liquid.density);
  return {
    density: liquid.density,
    flow,
    head: last.point.head.value,
    efficiencyNew,
    efficiencyNow: efficiencyNew * (1 + last.percent / 100),
    motorEfficiency: motor?.efficiency ?? USUAL_MOTOR,
    months: (Date.parse(last.at) - Date.parse(first.at)) / MONTH_MS,
  };
}
