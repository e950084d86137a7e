/** The drive beyond balance and load: limits, slip, inrush, what to do about a small current. */
import {
  derating,
  inrush,
  type Inrush,
  loadFromSpeed,
  loadVerdict,
  type LoadVerdict,
  plateLimit,
  type PlateLimit,
  polesFromPlate,
  synchronousSpeed,
} from "../drive/index.ts";
import type { ElectricalResult } from "./electrical.ts";
import type { Situation } from "./situation.ts";
import type { Snapshot } from "./snapshot-of-case.ts";
import { expectedSpeed } from "./speed.ts";

export interface DriveStudy {
  /** What the plate allows a phase, derated for voltage imbalance. */
  readonly limit: PlateLimit | undefined;
  /** Verdict of each phase; undefined where it was not read. */
  readonly phases: readonly (LoadVerdict | undefined)[];
  /** NEMA factor; undefined above 5 %, where it should not run; 1 when volts were not read. */
  readonly derating: number | undefined;
  /** Current imbalance over voltage imbalance: 6 to 10 is the supply's doing, more is not. */
  readonly imbalanceRatio: number | undefined;
  /** Speed the plate and the load speak for [r/min]. */
  readonly expectedSpeed: number | undefined;
  /** Measured: slip in percent of synchronous speed, and the load it tells by itself. */
  readonly slipPercent: number | undefined;
  readonly loadFromSpeed: number | undefined;
  readonly inrush: Inrush | undefined;
  /** Behind a drive: what the supply side says is about the drive, not the motor. */
  readonly behindDrive: boolean;
}

/** Works out what plate, currents, voltages and speed say beyond the balance. */
export function driveStudy(
  situation: Situation,
  snapshot: Snapshot,
  electrical: ElectricalResult,
): DriveStudy {
  const { motor, driveKind } = situation;
  const volts = electrical.volts?.percent;
  const factor = volts === undefined ? 1 : derating(volts);
  const limit = motor && plateLimit(motor, factor ?? 1);
  const frequency = motor?.frequency ?? 50;
  const plateSpeed = motor?.speed;
  const synchronous =
    plateSpeed && synchronousSpeed(frequency, polesFromPlate(frequency, plateSpeed));
  // A belt or a drive puts the shaft at a speed that says nothing of the motor's slip.
  const direct = driveKind === "direct" ? snapshot.speed?.value : undefined;
  const amps = electrical.amps;
  return {
    limit,
    phases: snapshot.amps.map((a) =>
      a && limit && motor?.current ? loadVerdict(a, limit, motor.current) : undefined,
    ),
    derating: factor,
    imbalanceRatio: amps && volts && volts >= 0.5 ? amps.percent / volts : undefined,
    expectedSpeed: expectedSpeed(situation, snapshot)?.value,
    slipPercent: synchronous && direct ? 100 * (1 - direct / synchronous) : undefined,
    loadFromSpeed:
      synchronous && direct && plateSpeed
        ? loadFromSpeed(synchronous, plateSpeed, direct)
        : undefined,
    inrush:
      snapshot.inrush !== undefined && motor?.current
        ? inrush(snapshot.inrush, motor.current)
        : undefined,
    behindDrive: driveKind === "vfd",
  };
}
