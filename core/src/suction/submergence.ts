/** Submergence of an inlet against vortices; apart from the submergence NPSH asks for. SI. */
import { GRAVITY } from "../quantity/index.ts";

export interface VortexSubmergence {
  /** Mean velocity at the bell's mouth [m/s]. */
  readonly velocity: number;
  readonly froude: number;
  /** Least submergence of the mouth [m]. */
  readonly needed: number;
}

/**
 * Least submergence of an inlet bell: S = D (1 + 2.3 Fr), Fr = v/√(g D).
 * Source: ANSI/HI 9.8. Valid for: undisturbed approach; swirl and walls ask for more.
 * @param flow - [m³/s], at least 0
 * @param diameter - outside diameter of the bell or pipe end [m], above 0
 */
export function vortexSubmergence(flow: number, diameter: number): VortexSubmergence {
  const velocity = flow / ((Math.PI * diameter ** 2) / 4);
  const froude = velocity / Math.sqrt(GRAVITY * diameter);
  return { velocity, froude, needed: diameter * (1 + 2.3 * froude) };
}
