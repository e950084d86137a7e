/** Friction in a full round pipe. SI throughout. */
import { fail, GRAVITY, ok, type Result } from "../quantity/index.ts";

export type FlowRegime = "still" | "laminar" | "transition" | "turbulent";

export interface Pipe {
  /** Inside diameter [m], above 0. */
  readonly bore: number;
  /** [m] */
  readonly length: number;
  /** Absolute roughness [m], 0 for smooth. */
  readonly roughness: number;
  /** Sum of loss coefficients on this pipe's own velocity head. */
  readonly k?: number;
}

export interface PipeLoss {
  /** [m/s] */
  readonly velocity: number;
  readonly reynolds: number;
  readonly regime: FlowRegime;
  /** Darcy factor; in transition the turbulent one. */
  readonly frictionFactor: number;
  /** [m] of the liquid */
  readonly pipeLoss: number;
  /** [m] */
  readonly fittingLoss: number;
  /** [m]; in transition with the turbulent factor, the higher of the two. */
  readonly totalLoss: number;
  /** In transition: the laminar factor, and the total loss it would mean [m]. */
  readonly ifLaminar: { readonly frictionFactor: number; readonly totalLoss: number } | undefined;
}

/** Velocity in a round bore [m/s]. */
export const velocityIn = (flow: number, bore: number): number =>
  (4 * flow) / (Math.PI * bore ** 2);

/** Velocity head v²/2g in a round bore [m]. */
export const velocityHead = (flow: number, bore: number): number =>
  velocityIn(flow, bore) ** 2 / (2 * GRAVITY);

/**
 * Darcy friction factor of turbulent flow.
 * Formula: 1/√f = −2 log10(ε/(3.7 D) + 2.51/(Re √f)).
 * Source: Colebrook 1939; start from Haaland 1983, then Newton on 1/√f to 1e-12.
 * @param relativeRoughness - ε/D, 0 to 0.05
 * @param reynolds - above 2000
 */
export function colebrook(relativeRoughness: number, reynolds: number): number {
  const a = relativeRoughness / 3.7;
  const b = 2.51 / reynolds;
  let y = -1.8 * Math.log10((relativeRoughness / 3.7) ** 1.11 + 6.9 / reynolds);
  for (let i = 0; i < 50; i++) {
    const f = y + 2 * Math.log10(a + b * y);
    const slope = 1 + ((2 / Math.LN10) * b) / (a + b * y);
    const step = f / slope;
    y -= step;
    if (Math.abs(step) < 1e-12 * y) break;
  }
  return 1 / y ** 2;
}

/** Nothing flows. */
const STILL = 1e-9;
/** Below this Reynolds number flow is laminar; up to the next one it may be either. */
const LAMINAR_LIMIT = 2000;
const TURBULENT_LIMIT = 4000;

/**
 * Head lost in a pipe and its fittings by Darcy–Weisbach.
 * @param flow - [m³/s], at least 0
 * @param viscosity - kinematic [m²/s], above 0
 * Fails with `bad-pipe` when a size is not above 0 or not finite.
 */
export function pipeLoss(
  pipe: Pipe,
  flow: number,
  viscosity: number,
): Result<PipeLoss, "bad-pipe"> {
  if (!(pipe.bore > 0 && pipe.length >= 0 && viscosity > 0 && flow >= 0)) return fail("bad-pipe");
  const velocity = velocityIn(flow, pipe.bore);
  const reynolds = (velocity * pipe.bore) / viscosity;
  const head = velocity ** 2 / (2 * GRAVITY);
  const fittingLoss = (pipe.k ?? 0) * head;
  const regime: FlowRegime =
    reynolds < STILL
      ? "still"
      : reynolds < LAMINAR_LIMIT
        ? "laminar"
        : reynolds <= TURBULENT_LIMIT
          ? "transition"
          : "turbulent";
  const frictionFactor =
    regime === "still"
      ? 0
      : regime === "laminar"
        ? 64 / reynolds
        : colebrook(pipe.roughness / pipe.bore, reynolds);
  const lossWith = (f: number) => f * (pipe.length / pipe.bore) * head;
  const loss = lossWith(frictionFactor);
  return ok({
    velocity,
    reynolds,
    regime,
    frictionFactor,
    pipeLoss: loss,
    fittingLoss,
    totalLoss: loss + fittingLoss,
    ifLaminar:
      regime === "transition"
        ? { frictionFactor: 64 / reynolds, totalLoss: lossWith(64 / reynolds) + fittingLoss }
        : undefined,
  });
}

/**
 * Head lost in a straight pipe by Hazen–Williams, the second school.
 * Formula: h = 10.67 L Q^1.852 / (C^1.852 d^4.8704), SI. Valid for: water near 15 °C, bores above
 * 50 mm, velocities up to about 3 m/s.
 * @param roughnessC - C, 60 to 150
 * @returns [m]
 */
export const hazenWilliams = (
  flow: number,
  bore: number,
  length: number,
  roughnessC: number,
): number => (10.67 * length * flow ** 1.852) / (roughnessC ** 1.852 * bore ** 4.8704);

/**
 * Head lost in pipes in series [m]; each with its own fittings.
 * Fails with `bad-pipe` when one of them is none.
 */
export function pipesInSeries(
  pipes: readonly Pipe[],
  flow: number,
  viscosity: number,
): Result<number, "bad-pipe"> {
  let sum = 0;
  for (const pipe of pipes) {
    const loss = pipeLoss(pipe, flow, viscosity);
    if (!loss.ok) return loss;
    sum += loss.value.totalLoss;
  }
  return ok(sum);
}
