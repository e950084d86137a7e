/** The speed a pump runs at, measured or worked out from what drives it [r/min]. */
import { loadOf, polesFromPlate, speedAtLoad, synchronousSpeed } from "../drive/index.ts";
import type { Uncertain } from "../quantity/index.ts";
import { meanAmps, meanVolts } from "./electrical.ts";
import type { Situation } from "./situation.ts";
import type { Snapshot } from "./snapshot-of-case.ts";

/** Load fraction taken when no current says otherwise, and its spread. */
const USUAL_LOAD = { value: 0.78, u: 0.15 };

export interface PumpSpeed extends Uncertain {
  readonly measured: boolean;
}

/**
 * Speed of the pump in a snapshot: the tachometer's, else plate speed and slip at the load the
 * current tells, else the speed the curve is drawn for (wide).
 * @returns undefined when nothing says anything
 */
export function pumpSpeed(situation: Situation, snapshot: Snapshot): PumpSpeed | undefined {
  if (snapshot.speed && snapshot.speed.value > 0) return { ...snapshot.speed, measured: true };
  return expectedSpeed(situation, snapshot);
}

/** Whether somebody read at what speed the pump runs, or what its drive is set to. */
export const speedWasRead = ({ driveKind }: Situation, { speed, frequency }: Snapshot): boolean =>
  speed !== undefined || (driveKind === "vfd" && frequency !== undefined);

/** Whether the speed is a setting: a drive's or a governor's, and nothing that must be so. */
export const speedIsSet = ({ driveKind }: Situation): boolean =>
  driveKind === "vfd" || driveKind === "engine";

/** The speed this drive should give, whatever the tachometer says. */
export function expectedSpeed(situation: Situation, snapshot: Snapshot): PumpSpeed | undefined {
  const { motor, driveKind } = situation;
  const rated = ratedSpeed(situation);
  if (driveKind === "engine" || !motor?.speed) {
    const governed = driveKind === "engine" ? situation.engineSpeeds.governed : undefined;
    const spread = driveKind === "engine" ? 0.04 : 0.01;
    const value = governed ?? rated;
    return value ? { value, u: spread * value, measured: false } : undefined;
  }
  const frequency = motor.frequency ?? 50;
  const synchronous = synchronousSpeed(frequency, polesFromPlate(frequency, motor.speed));
  const amps = meanAmps(snapshot);
  const load = (amps && loadOf(motor, amps, meanVolts(snapshot))?.fraction) ?? USUAL_LOAD;
  const x = Math.min(1.3, Math.max(0, load.value));
  const slip = synchronous - motor.speed;
  const behindDrive = driveKind === "vfd" && snapshot.frequency;
  // What the register has it set to is where it stood once: likelier than the mains, and no reading.
  const setTo = driveKind === "vfd" ? (snapshot.frequency ?? situation.driveSetting) : undefined;
  const scale = setTo ? setTo / frequency : 1;
  const value =
    (speedAtLoad(synchronous, motor.speed, x) - synchronous * (1 - scale)) * gear(situation);
  const uncertain =
    driveKind === "vfd" && !behindDrive ? 0.03 : driveKind === "belt" ? 0.01 : 0.001;
  return {
    value,
    u: Math.hypot(slip * Math.max(load.u, 0.08), uncertain * value),
    measured: false,
  };
}

/** Speed the rating is drawn for [r/min]. */
export const ratedSpeed = ({ curve, displacement, jet, motor }: Situation): number | undefined =>
  curve?.speed ?? displacement?.points[0]?.speed ?? (jet && motor?.speed);

/** Pump speed over motor speed: the stated ratio in the direction that meets the curve's speed. */
function gear(situation: Situation): number {
  const { driveKind, driveRatio, motor } = situation;
  if (driveKind !== "belt" || !motor?.speed) return 1;
  const rated = ratedSpeed(situation);
  const wanted = rated ? rated / motor.speed : 1;
  if (!driveRatio) return wanted;
  return Math.abs(driveRatio - wanted) < Math.abs(1 / driveRatio - wanted)
    ? driveRatio
    : 1 / driveRatio;
}
