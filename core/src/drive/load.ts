/** How hard a motor works, from its current, its power or its slip. SI; speeds in r/min. */
import { addInSquares, fail, ok, type Result, type Uncertain } from "../quantity/index.ts";

/**
 * Load fraction from current.
 * Formula: I² = I_m² + (I_FL² − I_m²) x². 0 at or below the no-load current, not cut off above 1.
 * Straight proportion of amps reads far too high below about half load.
 * @param current - mean per phase [A]
 * @param fullLoad - plate [A]
 * @param noLoad - measured or estimated [A], below `fullLoad`
 */
export function loadFromCurrent(
  current: number,
  fullLoad: number,
  noLoad: number,
): Result<number, "no-load-not-below-full-load"> {
  if (!(noLoad < fullLoad)) return fail("no-load-not-below-full-load");
  if (current <= noLoad) return ok(0);
  return ok(Math.sqrt((current ** 2 - noLoad ** 2) / (fullLoad ** 2 - noLoad ** 2)));
}

/** Current at a load fraction [A]; inverse of {@link loadFromCurrent}. */
export const currentAtLoad = (load: number, fullLoad: number, noLoad: number): number =>
  Math.sqrt(noLoad ** 2 + (fullLoad ** 2 - noLoad ** 2) * load ** 2);

/**
 * No-load current of a three-phase cage motor when nobody measured it, as a share of full load.
 * Small and slow motors draw relatively more. Source: typical makers' figures for IE1–IE3 motors,
 * four poles: 0.7 at 0.4 kW, 0.53 at 2.2 kW, 0.4 at 18 kW, 0.35 at 45 kW; band ±25 %.
 * @param ratedPower - [W]
 * @param poles - 2, 4, 6 …
 */
function noLoadShare(ratedPower: number, poles: number): Uncertain {
  const kW = Math.max(0.1, ratedPower / 1000);
  const byPoles = 0.9 + 0.05 * (poles - 2);
  const value = Math.min(0.8, Math.max(0.22, 0.6 * kW ** -0.14 * byPoles));
  return { value, u: (0.25 * value) / 2 };
}

/** Synchronous speed [r/min]. @param poles - even, at least 2 */
export const synchronousSpeed = (frequency: number, poles: number): number =>
  (120 * frequency) / poles;

/** Poles a plate speed implies at a frequency: the largest even count that runs faster than it. */
export function polesFromPlate(frequency: number, plateSpeed: number): number {
  const poles = 2 * Math.floor((60 * frequency) / plateSpeed);
  return Math.max(2, poles);
}

/** Speed at a load fraction [r/min]: N = N_sync − (N_sync − N_plate) x. */
export const speedAtLoad = (synchronous: number, plateSpeed: number, load: number): number =>
  synchronous - (synchronous - plateSpeed) * load;

/** Load fraction from a measured speed; inverse of {@link speedAtLoad}. */
export const loadFromSpeed = (synchronous: number, plateSpeed: number, speed: number): number =>
  (synchronous - speed) / (synchronous - plateSpeed);

/**
 * Electrical input power [W]: √3 V I cosφ (three-phase, V line to line) or V I cosφ.
 */
export const inputPower = (
  phases: 1 | 3,
  voltage: number,
  current: number,
  powerFactor: number,
): number => (phases === 3 ? Math.sqrt(3) : 1) * voltage * current * powerFactor;

/** What a motor's plate says. */
export interface MotorPlate {
  readonly phases: 1 | 3;
  /** Rated shaft power [W]. */
  readonly power: number;
  /** Line to line for three phases [V]. */
  readonly voltage?: number;
  /** Full-load current [A]. */
  readonly current?: number;
  readonly noLoadCurrent?: number;
  /** [r/min] */
  readonly speed?: number;
  /** [Hz] */
  readonly frequency?: number;
  readonly powerFactor?: number;
  readonly efficiency?: number;
  readonly serviceFactor?: number;
  readonly serviceFactorCurrent?: number;
}

/**
 * Magnetising part of the reactive current at full load: the rest feeds the leakage fields.
 * Source: equivalent circuit of cage motors, magnetising 0.75 to 0.95 of it; band ±20 %.
 */
const MAGNETISING = { share: 0.86, band: 0.2 } as const;

/** No-load current from the plate, from its power factor, or estimated from size and poles [A]. */
export function noLoadCurrentOf(plate: MotorPlate): Uncertain | undefined {
  const { current, powerFactor, phases } = plate;
  if (plate.noLoadCurrent) return { value: plate.noLoadCurrent, u: 0.02 * plate.noLoadCurrent };
  if (!current) return undefined;
  if (powerFactor !== undefined && powerFactor < 1 && phases === 3) {
    const value = MAGNETISING.share * Math.sqrt(1 - powerFactor ** 2) * current;
    return { value, u: (MAGNETISING.band / 2) * value };
  }
  const poles = polesFromPlate(plate.frequency ?? 50, plate.speed ?? 1450);
  const share = noLoadShare(plate.power, poles);
  return { value: share.value * current, u: share.u * current };
}

/**
 * Supply over what the plate's motor is wound for at this frequency: 1 where no volts were read.
 * @param frequencyRatio - what a drive gives over the plate's frequency; the volts that belong to it fall with it
 */
export const voltsOverPlate = (
  plate: Pick<MotorPlate, "voltage">,
  voltage: number | undefined,
  frequencyRatio: number,
): number => (voltage && plate.voltage ? voltage / plate.voltage / frequencyRatio : 1);

/**
 * Load fraction and shaft power with their uncertainty, from the mean current.
 * A supply voltage off the plate's shifts the full-load current inversely and the magnetising
 * current in proportion.
 * @param amps - mean with standard uncertainty [A]
 * @param voltage - mean supply [V], when read
 * @param frequencyRatio - what a drive gives over the plate's frequency: the current tells the torque, and the
 *   volts that belong to it fall with it
 */
export function loadOf(
  plate: MotorPlate,
  amps: Uncertain,
  voltage?: number,
  frequencyRatio = 1,
): { readonly fraction: Uncertain; readonly shaftPower: Uncertain } | undefined {
  const noLoad = noLoadCurrentOf(plate);
  if (!plate.current || !noLoad) return undefined;
  const v = voltsOverPlate(plate, voltage, frequencyRatio);
  const fullLoad = plate.current / v;
  /** Square of the load; below zero where the current is less than the no-load current is taken to be. */
  const square = (i: number, im: number, fl: number): number =>
    (i ** 2 - (im * v) ** 2) / (fl ** 2 - (im * v) ** 2);
  if (!(fullLoad > noLoad.value * v)) return undefined;
  const found = square(amps.value, noLoad.value, fullLoad);
  const byAmps = square(amps.value + amps.u, noLoad.value, fullLoad) - found;
  const byNoLoad = square(amps.value, noLoad.value + noLoad.u, fullLoad) - found;
  // Plate full-load current is itself rounded and allowed to vary: 2 % standard.
  const byPlate = square(amps.value, noLoad.value, fullLoad * 1.02) - found;
  const u2 = addInSquares(byAmps, byNoLoad, byPlate);
  // Near no load the root is steep: what is not known of the square leaves much of the load open.
  const value = Math.sqrt(Math.max(0, found));
  const u = addInSquares(Math.sqrt(value ** 2 + u2) - value, 0.01);
  return {
    fraction: { value: value * frequencyRatio, u: u * frequencyRatio },
    shaftPower: {
      value: value * plate.power * frequencyRatio,
      u: u * plate.power * frequencyRatio,
    },
  };
}
