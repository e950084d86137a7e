/** The suction side beyond the margin: schools, lift budget, sweep, vortices. SI throughout. */
import { readCurve, rootsBetween } from "../curve/index.ts";
import { liquidAt, type LiquidState } from "../liquid/index.ts";
import {
  DEFAULT_MARGIN,
  type LiftBudget,
  liftBudget,
  lossAt,
  type MarginSetting,
  npshFromLayout,
  npshSweep,
  schoolsOf,
  type SchoolVerdict,
  steps,
  type Sweep,
  vortexSubmergence,
  type VortexSubmergence,
  wantedNpsh,
} from "../suction/index.ts";
import { COLD_K } from "./liquid-of-case.ts";
import { layoutOf, type VisitParts } from "./parts.ts";
import type { Situation } from "./situation.ts";

export interface SuctionStudy {
  readonly schools: readonly SchoolVerdict[];
  readonly lift: LiftBudget | undefined;
  readonly sweep: Sweep | undefined;
  readonly vortex: (VortexSubmergence & { readonly actual: number | undefined }) | undefined;
  /** Greatest flow at which NPSH available still equals required [m³/s], when that is below today's. */
  readonly flowTheSuctionCanFeed: number | undefined;
}

const LEVELS = 7;
const TEMPERATURES = 6;

/** Everything the layout and the curve allow; parts that need more are undefined. */
export function suctionStudy(
  situation: Situation,
  parts: VisitParts,
  margin: MarginSetting = DEFAULT_MARGIN,
): SuctionStudy {
  const { atmosphere, liquid, named, installation, inlet } = situation;
  const { npsh, duty, snapshot, curve } = parts;
  const layout = layoutOf(situation, snapshot);
  const flow = duty.flow?.value;
  const { required, available } = npsh;
  const state = { atmosphere, vapourPressure: liquid.vapourPressure, density: liquid.density };
  const wanted = required === undefined ? undefined : wantedNpsh(margin, required);
  const known = (t: number): LiquidState | undefined => {
    const s = liquidAt(named, t);
    return s.ok ? s.value : undefined;
  };
  const now = situation.temperature ?? COLD_K;
  return {
    schools: available && required !== undefined ? schoolsOf(available.value, required) : [],
    lift:
      wanted !== undefined &&
      required !== undefined &&
      flow !== undefined &&
      layout &&
      installation === "lift"
        ? liftBudget(state, lossAt(layout.loss, flow), { required, wanted }, -layout.sourceLevel)
        : undefined,
    sweep:
      wanted !== undefined && flow !== undefined && layout
        ? npshSweep({
            layout,
            state,
            flow,
            wanted,
            liquidAt: known,
            levels: steps(layout.sourceLevel - 1.5, layout.sourceLevel + 1.5, LEVELS),
            temperatures: steps(now - 10, now + 40, TEMPERATURES),
          })
        : undefined,
    vortex:
      inlet && flow !== undefined
        ? { ...vortexSubmergence(flow, inlet.diameter), actual: inlet.submergence }
        : undefined,
    flowTheSuctionCanFeed:
      curve && layout && flow !== undefined
        ? rootsBetween(
            (q) => npshFromLayout(layout, state, q) - (readCurve(curve, q).npshr ?? Number.NaN),
            curve.npshr?.x[0] ?? flow,
            flow,
            60,
          ).at(-1)
        : undefined,
  };
}
