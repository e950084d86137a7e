/** The electrical part of a snapshot: balance of the phases, load, shaft power. */
import {
  type Imbalance,
  imbalance,
  inputPower,
  judgeBalance,
  loadOf,
  phaseLoss,
} from "../drive/index.ts";
import { addInSquares, type Uncertain } from "../quantity/index.ts";
import type { Situation } from "./situation.ts";
import type { Snapshot } from "./snapshot-of-case.ts";

/** Mean of the currents that were read, with the clamp's uncertainty [A]. */
export function meanAmps(snapshot: Snapshot): Uncertain | undefined {
  const read = snapshot.amps.filter((a) => a !== undefined);
  if (read.length === 0) return undefined;
  const value = read.reduce((s, a) => s + a.value, 0) / read.length;
  // One clamp reads all phases: its error is shared, so the mean is no better than one reading.
  return { value, u: Math.max(...read.map((a) => a.u)) };
}

/** Mean line voltage of the readings taken [V]. */
export function meanVolts(snapshot: Snapshot): number | undefined {
  const read = snapshot.volts.filter((v) => v !== undefined);
  return read.length > 0 ? read.reduce((a, b) => a + b, 0) / read.length : undefined;
}

/** What a drive gives over the plate's frequency; 1 on the mains, and where nobody read it. */
export function driveShare({ motor, driveKind, curve }: Situation, snapshot: Snapshot): number {
  if (driveKind !== "vfd") return 1;
  if (snapshot.frequency) return snapshot.frequency / (motor?.frequency ?? 50);
  return snapshot.speed && curve?.speed ? snapshot.speed.value / curve.speed : 1;
}

export interface ElectricalResult {
  readonly loadFraction: Uncertain | undefined;
  /** [W] */
  readonly shaftPower: Uncertain | undefined;
  /** [W] */
  readonly inputPower: Uncertain | undefined;
  readonly amps: Imbalance | undefined;
  /** Standard uncertainty of the current imbalance [percentage points]. */
  readonly uAmpsPercent: number | undefined;
  /** The band of the imbalance covers the limit it is judged by: no verdict on the phases. */
  readonly imbalanceWithheld: boolean;
  readonly volts: Imbalance | undefined;
  /** Index of a phase that carries nothing. */
  readonly lostPhase: number | undefined;
}

/** Works out what the currents and voltages of one snapshot say. */
export function electricalOf(situation: Situation, snapshot: Snapshot): ElectricalResult {
  const { motor } = situation;
  const amps = meanAmps(snapshot);
  const volts = meanVolts(snapshot);
  const phases = complete(snapshot.amps.map((a) => a?.value));
  const apart = Math.max(0, ...snapshot.amps.map((a) => a?.apart ?? 0));
  const verdict = phases && amps && judgeBalance(phases, apart);
  const lost = phases && phaseLoss(phases);
  const input = powerIn(situation, snapshot, amps, volts);
  const byCurrent =
    motor && amps && !lost
      ? loadOf(motor, amps, volts, driveShare(situation, snapshot))
      : undefined;
  const shaftPower = byPower(situation, snapshot) ?? byCurrent?.shaftPower;
  return {
    loadFraction:
      shaftPower && motor
        ? { value: shaftPower.value / motor.power, u: shaftPower.u / motor.power }
        : undefined,
    shaftPower,
    inputPower: input,
    amps: verdict?.found,
    uAmpsPercent: verdict?.u,
    imbalanceWithheld: verdict?.withheld ?? false,
    volts: volts === undefined ? undefined : balanceOfVolts(snapshot),
    lostPhase: lost?.lostIndex,
  };
}

const balanceOfVolts = (snapshot: Snapshot): Imbalance | undefined => {
  const all = complete(snapshot.volts);
  return all && imbalance(all, "volts");
};

/** All three values, or undefined when one of them was not read. */
function complete(values: readonly (number | undefined)[]): readonly number[] | undefined {
  const read = values.filter((v) => v !== undefined);
  return read.length === 3 ? read : undefined;
}

function powerIn(
  situation: Situation,
  snapshot: Snapshot,
  amps: Uncertain | undefined,
  volts: number | undefined,
): Uncertain | undefined {
  const { motor } = situation;
  if (snapshot.inputPower) return snapshot.inputPower;
  if (!amps || !volts || !motor || snapshot.powerFactor === undefined) return undefined;
  const value = inputPower(motor.phases, volts, amps.value, snapshot.powerFactor);
  return { value, u: addInSquares((value * amps.u) / amps.value, 0.02 * value) };
}

/** Shaft power from a wattmeter or a measured power factor, by the plate's efficiency. */
function byPower(situation: Situation, snapshot: Snapshot): Uncertain | undefined {
  const { motor } = situation;
  const input = powerIn(situation, snapshot, meanAmps(snapshot), meanVolts(snapshot));
  if (!input || !motor) return undefined;
  const efficiency = motor.efficiency ?? 0.88;
  const uEfficiency = motor.efficiency ? 0.015 : 0.04;
  const value = input.value * efficiency;
  return { value, u: addInSquares(input.u * efficiency, input.value * uEfficiency) };
}
