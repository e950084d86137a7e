/** Current, volts and speed as evidence: load, balance, supply, slip. */
import { polesFromPlate, synchronousSpeed } from "../../drive/index.ts";
import {
  electricalOf,
  expectedSpeed,
  meanAmps,
  meanVolts,
  type Situation,
} from "../../visit/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { constant, type Place, type ReadingEvidence } from "./reading-evidence.ts";

/** What the load read off a current leaves open at part load, as a share of the load not taken. */
const PART_LOAD_U = 0.04;

export function shaftPower(place: Place): ReadingEvidence | undefined {
  const { situation, snapshot, model, spread, named } = place;
  const { shaftPower: p, inputPower } = electricalOf(situation, snapshot);
  const { motor } = situation;
  if (!p || !motor || !model || model.bestPower === undefined) return undefined;
  const byCurrent = inputPower ? 0 : PART_LOAD_U * Math.max(0, motor.power - p.value);
  return {
    ...named("motor-load"),
    label: "shaft power from the current",
    snapshot: snapshot.label,
    dimension: "power",
    seen: p.value,
    still: false,
    under: ({ condition: c, pump }) => {
      const { supply } = c;
      const known = !supply.phaseLost;
      const share2 = spread.power ** 2 + supply.apparentSpread ** 2;
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
        at: ({ power }, out) => {
          const power2 = power * power;
          out.predicted = power * supply.apparentLoad;
          out.variance = fixed + share2 * power2;
          // Plate and sheet are off by the same on every day; half of the current's doubt is the plate's.
          out.lasting = Math.sqrt(lasting + sheet2 * power2);
        },
      };
    },
  };
}

/**
 * Imbalance every motor shows at full load, and its scatter [%]: windings and lines are never quite alike.
 * A lightly loaded one shows more: the same unevenness on a smaller mean.
 */
const USUAL_IMBALANCE = { mean: 1.2, spread: 1.2, most: 2.5 } as const;
/** How much of an unevenness is there at every visit: windings keep, neighbours on the network come and go. */
const LASTING_IMBALANCE = 0.8;
/** What one percent of volts makes of the currents [%]. */
const AMPS_PER_VOLT_IMBALANCE = 7;
/** What a clamp shows with one line dead [%]. */
const LOST_PHASE = { percent: 97, spread: 8 } as const;

export function phaseBalance({ situation, snapshot, named }: Place): ReadingEvidence | undefined {
  const e = electricalOf(situation, snapshot);
  if (!e.amps) return undefined;
  const clamp = e.uAmpsPercent ?? 0;
  const rated = situation.motor?.current;
  const mean = meanAmps(snapshot)?.value;
  const light = rated && mean ? Math.min(USUAL_IMBALANCE.most, Math.max(1, rated / mean)) : 1;
  const usual = { mean: USUAL_IMBALANCE.mean * light, spread: USUAL_IMBALANCE.spread * light };
  const measured = e.volts?.percent;
  return {
    ...named("phase-balance"),
    label: "imbalance of the currents",
    snapshot: snapshot.label,
    dimension: "percent",
    seen: e.amps.percent,
    still: true,
    under: ({ condition: c }) => {
      const { supply } = c;
      if (supply.phaseLost) return constant(LOST_PHASE.percent, LOST_PHASE.spread ** 2);
      const volts = measured ?? Math.max(0, supply.voltImbalance - 0.35);
      const byVolts = AMPS_PER_VOLT_IMBALANCE * volts;
      const uVolts =
        measured === undefined
          ? AMPS_PER_VOLT_IMBALANCE * Math.max(0, supply.voltImbalanceSpread - 0.3)
          : 0.35 * byVolts;
      return constant(
        Math.hypot(usual.mean, byVolts, supply.imbalance),
        usual.spread ** 2 +
          clamp ** 2 +
          uVolts ** 2 +
          supply.imbalanceSpread ** 2 +
          (c.looseness * 8) ** 2,
        LASTING_IMBALANCE * usual.spread,
      );
    },
  };
}

export function voltBalance({ situation, snapshot, named }: Place): ReadingEvidence | undefined {
  const volts = electricalOf(situation, snapshot).volts;
  if (!volts) return undefined;
  return {
    ...named("volt-balance"),
    label: "imbalance of the volts",
    snapshot: snapshot.label,
    dimension: "percent",
    seen: volts.percent,
    still: true,
    under: ({ condition: { supply, looseness } }) =>
      supply.phaseLost
        ? constant(volts.percent, LOST_PHASE.spread ** 2)
        : constant(
            supply.voltImbalance,
            supply.voltImbalanceSpread ** 2 + (looseness * 2) ** 2,
            LASTING_IMBALANCE *
              Math.min(supply.voltImbalanceSpread, SOUND.supply.voltImbalanceSpread),
          ),
  };
}

/** How much of a supply's distance from the plate is there at every visit. */
const LASTING_VOLTS = 0.8;

export function supplyVoltage({ situation, snapshot, named }: Place): ReadingEvidence | undefined {
  const volts = meanVolts(snapshot);
  const plate = situation.motor?.voltage;
  if (!volts || !plate) return undefined;
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
}: Place): ReadingEvidence | undefined {
  const { speed } = snapshot;
  const expected = expectedSpeed(situation, { ...snapshot, speed: undefined });
  if (!speed || !expected) return undefined;
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
    (0.3 * (1 - c.speed) * expected.value) ** 2 + (c.looseness * 0.08 * expected.value) ** 2;
  const { motor } = situation;
  const slip = plateSlip(situation);
  if (!motor || slip === undefined || model?.bestPower === undefined) {
    return {
      ...common,
      still: true,
      under: ({ condition: c }) =>
        constant(expected.value * c.speed, own + expected.u ** 2 + away(c)),
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
          out.predicted = (synchronous - perWatt * power) * c.speed;
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
