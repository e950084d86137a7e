/** How long a primer takes to raise the water: air to be drawn off, against what it draws. SI throughout. */
import { GRAVITY } from "../quantity/index.ts";

/** A piece of dry pipe, from the water upwards. */
export interface DryPiece {
  /** Heights of its lower and upper end over the water [m]. */
  readonly low: number;
  readonly high: number;
  /** [m³] */
  readonly volume: number;
}

export interface PrimingInputs {
  readonly pieces: readonly DryPiece[];
  /** Air above the last piece: casing, separator [m³]. */
  readonly casing: number;
  /** Absolute [Pa]. */
  readonly atmosphere: number;
  readonly vapourPressure: number;
  /** [kg/m³] */
  readonly density: number;
  /** Volume a primer draws off in a second at the pressure at its mouth [m³/s], as a function of that pressure [Pa]. */
  readonly capacity: (pressure: number) => number;
  /** Air that leaks in, as free air [m³/s]. */
  readonly leak?: number;
}

export interface PrimingTime {
  /** Air there is at first, as free air [m³]. */
  readonly air: number;
  /** Vacuum that holds the water at the top [Pa below atmosphere]. */
  readonly vacuum: number;
  /** [s]; undefined where it never gets there. */
  readonly time: number | undefined;
  /** How high the water comes [m]. */
  readonly reaches: number;
}

const STEPS = 400;

/**
 * Time until the water has risen to the casing and filled it.
 *
 * Air of pressure p in a volume V is drawn off at p·S(p): d(pV)/dt = −p S(p) + p_atm·leak. The water stands where the vacuum
 * holds it, p = p_atm − ρ g h, so that V falls as p does; the last of it is drawn off at the pressure that holds the water
 * at the top. Source: mass balance of an ideal gas at one temperature; the pipe is taken as slow, the friction left out.
 */
export function primingTime(inputs: PrimingInputs): PrimingTime {
  const { pieces, casing, atmosphere, vapourPressure, density, capacity, leak = 0 } = inputs;
  const perMetre = density * GRAVITY;
  const top = Math.max(0, ...pieces.map((p) => p.high));
  const vacuum = perMetre * top;
  const full = pieces.reduce((sum, p) => sum + p.volume, 0);
  const air = full + casing;
  const bottom = Math.max(vapourPressure, 0);
  const emptyAt = (h: number) => casing + pieces.reduce((sum, p) => sum + dryAbove(p, h), 0);
  const at = (h: number) => atmosphere - perMetre * h;
  let time = 0;
  for (let i = 0; i < STEPS; i++) {
    const [low, high] = [(top * i) / STEPS, (top * (i + 1)) / STEPS];
    const [before, after] = [at(low), at(high)];
    const gone = before * emptyAt(low) - after * emptyAt(high);
    const rate = after * capacity(after) - atmosphere * leak;
    if (after <= bottom || !(rate > 0)) return { air, vacuum, time: undefined, reaches: low };
    time += gone / rate;
  }
  // What is left is drawn off at the pressure that holds the water at the top, while water follows.
  const held = at(top);
  const rate = held * capacity(held) - atmosphere * leak;
  if (held <= bottom || !(rate > 0)) return { air, vacuum, time: undefined, reaches: top };
  return { air, vacuum, time: time + (held * emptyAt(top)) / rate, reaches: top };
}

/** What of a piece is still dry when the water stands so high [m³]. */
function dryAbove({ low, high, volume }: DryPiece, h: number): number {
  if (h <= low) return volume;
  if (h >= high) return 0;
  return (volume * (high - h)) / (high - low);
}
