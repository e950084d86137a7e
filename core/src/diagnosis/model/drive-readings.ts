/** Current, volts and speed as evidence: load, supply, slip. */
import { polesFromPlate, synchronousSpeed } from "../../drive/index.ts";
import { normalDensity } from "../../quantity/index.ts";
import {
  driveShare,
  electricalOf,
  expectedSpeed,
  meanVolts,
  ratedSpeed,
  type Situation,
  type Snapshot,
  speedIsSet,
  speedWasRead,
} from "../../visit/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { constant, type ReadingContext, type ReadingEvidence } from "./reading-evidence.ts";

/** How little is known of the power of a pump that vapour takes head from, as a share of what it takes. */
const VAPOUR_POWER_U = 0.2;

/** What the load read off a current leaves open at part load, as a share of the load not taken. */
const PART_LOAD_U = 0.04;

export function shaftPower(context: ReadingContext): ReadingEvidence | undefined {
  const { situation, snapshot, model, spread, named } = context;
  const { shaftPower: p, inputPower } = electricalOf(situation, snapshot);
  const { motor } = situation;
  if (!p || !motor || (model && model.bestPower === undefined)) return undefined;
  const byCurrent = inputPower ? 0 : PART_LOAD_U * Math.max(0, motor.power - p.value);
  return {
    ...named("motor-load"),
    label: "shaft power from the current",
    snapshot: snapshot.label,
    dimension: "power",
    seen: p.value,
    still: false,
    under: ({ condition: c, pump, speedRatio, speedDoubt }) => {
      const { supply } = c;
      const known = !supply.phaseLost;
      const apparent = supply.apparentLoad * torqueShown(situation, snapshot, c, speedRatio);
      const share2 =
        spread.power ** 2 +
        supply.apparentSpread ** 2 +
        (2 * speedDoubt) ** 2 +
        (SLIP_WASTE_U * c.slow) ** 2;
      const lasting = 0.5 * p.u ** 2 + byCurrent ** 2;
      const sheet2 = spread.power ** 2;
      const fixed = known
        ? p.u ** 2 +
          byCurrent ** 2 +
          (c.looseness * 0.25 * motor.power) ** 2 +
          ((c.dead?.powerSpread ?? 0) * (pump.bestPower ?? 0)) ** 2
        : motor.power ** 2;
      // With a phase gone the current says nothing of the shaft.
      if (!known) return constant(p.value, fixed);
      return {
        at: ({ power, vapourLoss }, out) => {
          const power2 = power * power;
          const byVapour = VAPOUR_POWER_U * vapourLoss;
          out.predicted = power * apparent;
          out.variance = fixed + (share2 + byVapour * byVapour) * power2;
          // Plate and sheet are off by the same on every day; half of the current's doubt is the plate's.
          out.lasting = Math.sqrt(lasting + sheet2 * power2);
        },
      };
    },
  };
}

/** How little is known of what a slipping belt or coupling wastes, as a share of what it slips. */
const SLIP_WASTE_U = 0.4;

/**
 * Load that the current shows over the pump's own. Behind a drive it shows the torque: where nobody read the
 * frequency it was turned into power at the plate's. A belt or coupling that slips takes the torque at full speed.
 */
function torqueShown(
  { driveKind }: Situation,
  { frequency, speed, inputPower, powerFactor }: Snapshot,
  { slow }: Condition,
  speedRatio: number,
): number {
  if (driveKind !== "vfd") return driveKind === "engine" ? 1 : 1 / (1 - Math.min(slow, 0.95));
  return (frequency ?? speed ?? inputPower ?? powerFactor) ? 1 : 1 / Math.max(speedRatio, 0.1);
}

/** How much of a supply's distance from the plate is there at every visit. */
const LASTING_VOLTS = 0.8;

export function supplyVoltage({
  situation,
  snapshot,
  named,
}: ReadingContext): ReadingEvidence | undefined {
  const volts = meanVolts(snapshot);
  const rated = situation.motor?.voltage;
  // A drive's volts follow its frequency: without it they say nothing.
  const told = situation.driveKind !== "vfd" || speedWasRead(situation, snapshot);
  if (!volts || !rated || !told) return undefined;
  const plate = rated * driveShare(situation, snapshot);
  return {
    ...named("supply-voltage"),
    label: "supply voltage",
    snapshot: snapshot.label,
    dimension: "voltage",
    seen: volts,
    still: true,
    under: ({ condition: { supply, looseness } }) =>
      constant(
        plate * supply.volts,
        plate ** 2 * (supply.voltsSpread ** 2 + (0.05 * looseness) ** 2),
        LASTING_VOLTS * plate * Math.min(supply.voltsSpread, SOUND.supply.voltsSpread),
      ),
  };
}

/** Slip of a motor at its plate load scatters this much from the plate's, as a share. */
const SLIP_U = 0.12;

export function tachometer({
  situation,
  snapshot,
  model,
  named,
}: ReadingContext): ReadingEvidence | undefined {
  const { speed } = snapshot;
  const expected = expectedSpeed(situation, { ...snapshot, speed: undefined });
  // What was set is told by itself; a tachometer beside the frequency tells the slip.
  const setAlone = speedIsSet(situation) && snapshot.frequency === undefined;
  if (!speed || !expected || setAlone) return undefined;
  const common = {
    ...named("speed"),
    label: "speed",
    snapshot: snapshot.label,
    dimension: "speed" as const,
    seen: speed.value,
  };
  const own = speed.u ** 2 + (0.0007 * expected.value) ** 2;
  const away = (c: Condition) =>
    // The severities tried stand apart; each covers its neighbourhood.
    (0.3 * (1 - turning(c)) * expected.value) ** 2 + (c.looseness * 0.08 * expected.value) ** 2;
  // Behind a drive whose frequency was read, that is its speed, low or not.
  const turning = (c: Condition) => c.speed * (speedIsSet(situation) ? 1 : 1 - c.slow);
  const { motor } = situation;
  const slip = plateSlip(situation);
  if (!motor || slip === undefined || model?.bestPower === undefined) {
    return {
      ...common,
      still: true,
      under: ({ condition: c }) =>
        constant(expected.value * turning(c), own + expected.u ** 2 + away(c)),
    };
  }
  const { synchronous, rated } = slip;
  const measured = meanVolts(snapshot);
  /** Slip per watt of shaft power [r/min per W]: it grows as the volts fall. */
  const perWattAt = (c: Condition): number => {
    const v = measured && motor.voltage ? measured / motor.voltage : c.supply.volts;
    return rated / v ** 2 / motor.power;
  };
  return {
    ...common,
    still: false,
    // The slip tells the load, whatever the currents say.
    under: ({ condition: c }) => {
      const perWatt = perWattAt(c);
      const phase = c.supply.phaseLost ? rated : 0;
      const fixed = own + away(c) + ((c.dead?.powerSpread ?? 0) * rated * 0.5) ** 2 + phase ** 2;
      return {
        at: ({ power }, out) => {
          const doubt = SLIP_U * perWatt * power;
          out.predicted = (synchronous - perWatt * power) * turning(c);
          out.variance = fixed + doubt * doubt;
          out.lasting = doubt;
        },
      };
    },
  };
}

/** Synchronous speed and slip at plate load, seen at the pump [r/min]; direct on the mains only. */
function plateSlip({ motor, driveKind, jet }: Situation) {
  if (!motor?.speed || driveKind !== "direct" || jet) return undefined;
  const frequency = motor.frequency ?? 50;
  const synchronous = synchronousSpeed(frequency, polesFromPlate(frequency, motor.speed));
  const rated = synchronous - motor.speed;
  return rated > 0 ? { synchronous, rated } : undefined;
}

/** How often a drive or a governor stands at the sheet's speed, how closely, and how low it is set else. */
const SET = {
  vfd: { full: 0.5, near: 0.012, least: 0.5 },
  engine: { full: 0.45, near: 0.03, least: 0.3 },
} as const;
/** A speed that is a trouble lies so near the size tried. */
const TOO_LOW = { own: 0.015, share: 0.3 } as const;

/** The speed a drive or a governor is set to, where it was read: a setting is a trouble only when it is too low. */
export function speedSetting({
  situation,
  snapshot,
  named,
}: ReadingContext): ReadingEvidence | undefined {
  const { driveKind, motor } = situation;
  if (driveKind !== "vfd" && driveKind !== "engine") return undefined;
  const rated = ratedSpeed(situation);
  const full = motor?.frequency ?? 50;
  const share =
    driveKind === "vfd" && snapshot.frequency !== undefined
      ? snapshot.frequency / full
      : snapshot.speed && rated
        ? snapshot.speed.value / rated
        : undefined;
  if (share === undefined || !rated) return undefined;
  const set = SET[driveKind];
  const meant =
    set.full * normalDensity(share, 1, set.near) +
    (share > set.least && share < 1.02 ? (1 - set.full) / (1.02 - set.least) : 0.05);
  return {
    ...named("speed-setting"),
    label: "speed it is set to",
    snapshot: snapshot.label,
    dimension: "speed",
    seen: share * rated,
    still: true,
    under: ({ condition: { slow, looseness } }) => {
      const u = TOO_LOW.own + TOO_LOW.share * slow;
      return {
        ...constant(rated * (slow > 0 ? 1 - slow : share), (u * rated) ** 2),
        log: Math.log(slow > 0 ? normalDensity(share, 1 - slow, u) : looseness > 0 ? 0.5 : meant),
      };
    },
  };
}
