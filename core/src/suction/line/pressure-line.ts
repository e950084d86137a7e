/** The pressure along a suction line, and where it comes nearest to boiling. SI; heads in metres of the liquid. */
import { lineLoss, velocityHead } from "../../hydraulics/index.ts";
import { type GaugePa, GRAVITY } from "../../quantity/index.ts";
import type { SuctionState } from "../npsh.ts";
import type { LinePart } from "./part.ts";
import { type LineEnds, type PlacedPart, placed } from "./profile.ts";

/** What a line draws from, and how much goes through it. */
export interface LineFlow extends LineEnds {
  readonly state: SuctionState;
  readonly surfacePressure: GaugePa;
  /** Kinematic [m²/s]. */
  readonly viscosity: number;
  /** [m³/s], at least 0 */
  readonly flow: number;
}

/** One corner of the line that is drawn. */
export interface PressurePoint {
  /** Part it is at an end of. */
  readonly index: number;
  /** Along the pipe from the source [m]. */
  readonly along: number;
  readonly height: number;
  /** Absolute [m]. */
  readonly absolute: number;
  /** Above the vapour pressure [m]. */
  readonly aboveBoiling: number;
}

export interface PressureLine {
  readonly parts: readonly PlacedPart[];
  readonly points: readonly PressurePoint[];
  /** Loss of each part, and of all [m]. */
  readonly losses: readonly number[];
  readonly total: number;
  readonly velocities: readonly number[];
  readonly nearest: PressurePoint | undefined;
  /** Atmosphere and vapour pressure as heads [m]. */
  readonly atmosphere: number;
  readonly vapour: number;
}

/**
 * Absolute static head = (p_atm + p_surface)/(ρ g) + level − height − losses so far − v²/2g. Each part has a corner at
 * both ends; where the bore changes from one to the next there are two at one place.
 * Source: Bernoulli along the line from the free surface, which stands still.
 */
export function pressureLine(parts: readonly LinePart[], drawn: LineFlow): PressureLine {
  const { state, flow, level, surfacePressure } = drawn;
  const perMetre = state.density * GRAVITY;
  const laid = placed(parts, drawn);
  const { elements, total } = lineLoss(parts, flow, drawn.viscosity);
  const surface = (state.atmosphere + surfacePressure) / perMetre + level;
  const vapour = state.vapourPressure / perMetre;
  const points: PressurePoint[] = [];
  let [lost, along] = [0, 0];
  for (const p of laid) {
    const kinetic = p.bore && p.bore > 0 ? velocityHead(flow, p.bore) : 0;
    const corner = (height: number) => {
      const absolute = surface - height - lost - kinetic;
      points.push({ index: p.index, along, height, absolute, aboveBoiling: absolute - vapour });
    };
    corner(p.from);
    lost += elements[p.index]?.loss ?? 0;
    along += p.part.length ?? 0;
    corner(p.to);
  }
  const nearest = points.reduce<PressurePoint | undefined>(
    (least, p) => (least && least.aboveBoiling <= p.aboveBoiling ? least : p),
    undefined,
  );
  return {
    ...{ parts: laid, points, total, nearest, vapour },
    losses: elements.map((e) => e.loss),
    velocities: elements.map((e) => e.velocity),
    atmosphere: state.atmosphere / perMetre,
  };
}
