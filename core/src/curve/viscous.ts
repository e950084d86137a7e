/**
 * A curve measured with water, corrected for a thicker liquid.
 *
 * Source: ANSI/HI 9.6.7, the method for radial wheels. SI throughout; speeds in r/min.
 */
import { COLD_WATER_DENSITY } from "../liquid/index.ts";
import { fail, ok, type Result } from "../quantity/index.ts";
import { pchip, type Pchip, valueAt } from "./pchip.ts";
import { bestEfficiencyFlow, type RatedCurve } from "./rated-curve.ts";

/** Where the method holds: at or below the first nothing changes, from the second on it is silent. */
const VISCOUS_RANGE = { nothingBelow: 1, refuseFrom: 40 } as const;

export type ViscousFault = "no-speed" | "no-power" | "too-viscous";

export interface ViscousCorrection {
  /** The method's parameter B. */
  readonly parameter: number;
  /** Factors at the best-efficiency flow. */
  readonly flowFactor: number;
  readonly headFactor: number;
  readonly efficiencyFactor: number;
  readonly curve: RatedCurve;
}

/**
 * Parameter of the correction: B = 16.5 ν^0.5 H^0.0625 / (Q^0.375 N^0.25).
 * @param viscosity - kinematic [m²/s]
 * @param stageHead - head of one stage at best efficiency [m]
 * @param flow - at best efficiency [m³/s]
 * @param speed - [r/min]
 */
export const viscousParameter = (
  viscosity: number,
  stageHead: number,
  flow: number,
  speed: number,
): number =>
  (16.5 * Math.sqrt(viscosity * 1e6) * stageHead ** 0.0625) /
  ((flow * 3600) ** 0.375 * speed ** 0.25);

/**
 * The curve with a liquid of another viscosity and density.
 * Formulas: C_Q = C_H(BEP) = exp(−0.165 (log₁₀ B)^3.15), C_H = 1 − (1 − C_H(BEP)) (Q/Q_BEP)^0.75,
 * C_η = B^(−0.0547 B^0.69), P = ρ g Q H / η; NPSHr grows by 1 + 0.5 (1/C_H − 1) 274000 NPSHr/(Q^0.667 N^1.33).
 * Up to B = 1 the curve comes back with its power in proportion to density.
 * @param waterDensity - of the liquid the sheet was measured with [kg/m³]
 * Fails with `no-speed`, `no-power` (no best point without it), `too-viscous` (B ≥ 40).
 */
export function viscousCurve(
  curve: RatedCurve,
  liquid: { readonly density: number; readonly kinematicViscosity: number },
  stages = 1,
  waterDensity = COLD_WATER_DENSITY,
): Result<ViscousCorrection, ViscousFault> {
  const { speed, power } = curve;
  if (!speed) return fail("no-speed");
  const best = bestEfficiencyFlow(curve);
  const bestHead = best === undefined ? undefined : valueAt(curve.head, best);
  if (!power || best === undefined || bestHead === undefined) return fail("no-power");
  const b = viscousParameter(liquid.kinematicViscosity, bestHead / stages, best, speed);
  if (b >= VISCOUS_RANGE.refuseFrom) return fail("too-viscous");
  const thick = b > VISCOUS_RANGE.nothingBelow;
  const flowFactor = thick ? Math.exp(-0.165 * Math.log10(b) ** 3.15) : 1;
  const efficiencyFactor = thick ? b ** (-0.0547 * b ** 0.69) : 1;
  const headFactorAt = (q: number) => 1 - (1 - flowFactor) * (q / best) ** 0.75;
  const heavier = liquid.density / waterDensity;

  const head = column(curve.head, flowFactor, (q, h) => h * headFactorAt(q));
  // P = ρ g Q H / η: each factor acts on the water's own power, so shut-off needs no 0/0.
  const corrected = column(
    power,
    flowFactor,
    (q, p) => (p * heavier * flowFactor * headFactorAt(q)) / efficiencyFactor,
  );
  const npshr =
    curve.npshr &&
    column(curve.npshr, flowFactor, (q, n) => n * npshGrowth(n, q, headFactorAt(q), speed));
  return ok({
    parameter: b,
    flowFactor,
    headFactor: flowFactor,
    efficiencyFactor,
    curve: { ...curve, head, power: corrected, npshr },
  });
}

const npshGrowth = (npshr: number, flow: number, headFactor: number, speed: number): number =>
  flow <= 0
    ? 1
    : 1 + 0.5 * (1 / headFactor - 1) * 274_000 * (npshr / ((flow * 3600) ** 0.667 * speed ** 1.33));

/** Every point of a column moved; flows by one factor, values by their own. */
function column(of: Pchip, flowFactor: number, value: (q: number, y: number) => number): Pchip {
  const x = of.x.map((q) => q * flowFactor);
  const y = of.x.map((q, i) => value(q, of.y[i] ?? 0));
  const built = pchip(x, y);
  // Factors are above 0, so ascending finite points stay ascending and finite.
  if (!built.ok) throw new Error(`viscous correction broke a curve: ${built.error}`);
  return built.value;
}
