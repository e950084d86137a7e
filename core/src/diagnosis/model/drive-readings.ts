/** Current, volts and speed as evidence: load, supply, slip. */
import { polesFromPlate, synchronousSpeed } from "../../drive/index.ts";
import { electricalOf, expectedSpeed, meanVolts, type Situation } from "../../visit/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { constant, type ReadingContext, type ReadingEvidence } from "./reading-evidence.ts";

/** What the load read off a current leaves open at part load, as a share of the load not taken. */
const PART_LOAD_U = 0.04;

export function shaftPower(context: ReadingContext): ReadingEvidence | undefined {
  const { situation, snapshot, model, spread, named } = context;
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

/** How much of a supply's distance from the plate is there at every visit. */
const LASTING_VOLTS = 0.8;

export function supplyVoltage({
  situation,
  snapshot,
  named,
}: ReadingContext): ReadingEvidence | undefined {
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
}: ReadingContext): ReadingEvidence | undefined {
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
