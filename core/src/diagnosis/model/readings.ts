/**
 * The readings a snapshot offers as evidence: what was seen, and what a state would show.
 *
 * The suction gauge is compared with the layout; the discharge gauge with the measured suction plus
 * the curve. So each gauge speaks once, and an error of the suction gauge is not counted twice.
 */
import { curveEnd } from "../../curve/index.ts";
import { polesFromPlate, synchronousSpeed } from "../../drive/index.ts";
import { countingHeight, lineLoss, staticPart, velocityHead } from "../../hydraulics/index.ts";
import { type Dimension, GRAVITY } from "../../quantity/index.ts";
import {
  electricalOf,
  expectedSpeed,
  layoutOf,
  meanVolts,
  type Situation,
  type Snapshot,
} from "../../visit/index.ts";
import type { Condition } from "./condition.ts";
import type { OperatingState, Setting } from "./operating-state.ts";
import type { PumpModel } from "./pump-model.ts";

/** What a reading should be under one setting, at a state. */
export interface Expectation {
  readonly predict: (state: OperatingState) => number;
  /** Variance of (seen − predicted). */
  readonly variance: (state: OperatingState) => number;
  /** Times a gap counts when the reading lies below what was predicted: some errors go one way. */
  readonly below?: number;
}

/** One reading as evidence. Prediction and seen value share a unit (SI; speeds r/min). */
export interface ReadingEvidence {
  /** `snapshot index : kind`, for example `0:discharge-gauge`. */
  readonly id: string;
  readonly label: string;
  readonly snapshot: string;
  readonly dimension: Dimension | "percent" | "metres";
  readonly seen: number;
  /** Does not depend on the flow: weighed once for a condition. */
  readonly still: boolean;
  readonly under: (setting: Setting) => Expectation;
}

/** How well a drawn layout is known: level [m], and its clean loss as a fraction. */
const LEVEL_U = 0.15;
const LOSS_U = 0.3;
/** Clean loss where nobody drew the line: its spread [m at the duty]. */
const UNDRAWN_LOSS_U = 1;
/** Level of a source of which only the pressure on its surface was written down: its spread [m]. */
const UNWRITTEN_LEVEL_U = 1.2;
/**
 * What is taken where nothing is known of a suction: likeliest head at the flange, its spread [m], and
 * how many times narrower the spread is downwards: a flooded pump stands under water, however deep.
 */
const UNKNOWN_SUCTION = {
  closed: { head: 9, u: 8, narrower: 1.6 },
  flooded: { head: 2, u: 7, narrower: 5 },
  lift: { head: -3.5, u: 2, narrower: 1 },
  sump: { head: 0.6, u: 0.6, narrower: 1 },
  borehole: { head: 8, u: 12, narrower: 2 },
} as const;

/** Standard deviation of this pump from its sheet that the model has not already given a value. */
export interface CurveSpread {
  readonly head: number;
  readonly power: number;
}

interface Place {
  readonly situation: Situation;
  readonly snapshot: Snapshot;
  readonly model: PumpModel | undefined;
  readonly spread: CurveSpread;
  readonly id: (kind: string) => string;
}

/** Builds the evidence of one snapshot, in the order it is read at the pump. */
export function readingsOf(
  situation: Situation,
  snapshot: Snapshot,
  index: number,
  model: PumpModel | undefined,
  spread: CurveSpread,
): ReadingEvidence[] {
  const place: Place = { situation, snapshot, model, spread, id: (kind) => `${index}:${kind}` };
  return [
    suctionGauge(place),
    dischargeGauge(place),
    flowMeter(place),
    shaftPower(place),
    phaseBalance(place),
    voltBalance(place),
    supplyVoltage(place),
    tachometer(place),
  ].filter((r) => r !== undefined);
}

/** Head at the flange with nothing flowing [m], and where it is known from. */
interface StillHead {
  readonly head: number;
  readonly u: number;
  readonly narrower: number;
  /** From the suction gauge itself behind the shut valve: an error of that gauge is in it. */
  readonly byGauge: boolean;
}

function stillHead(situation: Situation, snapshot: Snapshot): StillHead {
  const perMetre = situation.liquid.density * GRAVITY;
  const layout = layoutOf(situation, snapshot);
  if (layout) {
    return {
      head: layout.sourceLevel + layout.surfacePressure / perMetre,
      u: LEVEL_U,
      narrower: 1,
      byGauge: false,
    };
  }
  const { surfacePressure } = situation.suctionSide;
  if (surfacePressure !== undefined) {
    return { head: surfacePressure / perMetre, u: UNWRITTEN_LEVEL_U, narrower: 1, byGauge: false };
  }
  // Nobody drew the suction, but behind its shut valve the gauge shows it without loss.
  const shut = situation.snapshots.find(
    (s) => s.valve === "shut" && s.running && s.suction,
  )?.suction;
  if (shut && shut !== snapshot.suction) {
    const head = shut.pressure / perMetre + countingHeight(shut);
    return { head, u: LEVEL_U, narrower: 1, byGauge: true };
  }
  return { ...UNKNOWN_SUCTION[usualPlace(situation)], byGauge: false };
}

function usualPlace({ closedLoop, installation, family }: Situation): keyof typeof UNKNOWN_SUCTION {
  if (closedLoop) return "closed";
  if (installation !== "submerged") return installation;
  return family === "borehole" ? "borehole" : "sump";
}

function suctionGauge({ situation, snapshot, id }: Place): ReadingEvidence | undefined {
  const g = snapshot.suction;
  if (!g) return undefined;
  const perMetre = situation.liquid.density * GRAVITY;
  const { head: still, u: uStill, narrower, byGauge } = stillHead(situation, snapshot);
  const span = offsetSpan(g.u, g.pressure);
  const height = countingHeight(g);
  const drawn = situation.suctionSide.loss !== undefined;
  const { bore } = g;
  return {
    id: id("suction-gauge"),
    label: "suction gauge",
    snapshot: snapshot.label,
    dimension: "pressure",
    seen: g.pressure,
    still: false,
    under: ({ condition: c, suction }) => {
      const offset = byGauge ? 0 : c.suctionOffset * span;
      // A pump that draws nothing shows only part of the lift; a head above it is there all the same.
      const lifted = Math.max(0, -still);
      const depth = still + lifted * (1 - (c.dead?.vacuum ?? 1));
      const fixed =
        (g.u ?? 0) ** 2 +
        perMetre ** 2 *
          (uStill ** 2 +
            (c.suctionLoss * 0.15) ** 2 +
            ((c.dead?.vacuumSpread ?? 0) * lifted) ** 2 +
            (c.looseness * 2) ** 2) +
        (c.suctionOffset && !byGauge ? (c.offsetSpread * span) ** 2 : 0);
      const lossU = (drawn ? LOSS_U * (suction?.loss ?? 0) : UNDRAWN_LOSS_U) * perMetre;
      const reference = suction?.referenceFlow ?? 1;
      return {
        predict: (s) =>
          (depth - s.suctionLoss - height - (bore ? velocityHead(s.flow, bore) : 0)) * perMetre +
          offset,
        variance: (s) => fixed + (lossU * (s.flow / reference) ** 2) ** 2,
        below: narrower,
      };
    },
  };
}

/** Span of a gauge judged by its own uncertainty: class 1.6 % and uniform is about 1/108 of it. */
const offsetSpan = (u: number | undefined, pressure: number): number =>
  Math.max((u ?? 0) * 80, Math.abs(pressure) * 1.2, 5e4);

function dischargeGauge(place: Place): ReadingEvidence | undefined {
  const { situation, snapshot, model, spread, id } = place;
  const g = snapshot.discharge;
  if (!g || !model) return undefined;
  const density = situation.liquid.density;
  const perMetre = density * GRAVITY;
  const s = snapshot.suction;
  const { head: still, u } = stillHead(situation, snapshot);
  const uStill = s ? 0 : u;
  const span = offsetSpan(g.u, g.pressure);
  const suctionSpan = offsetSpan(s?.u, s?.pressure ?? 0);
  const fixed = s
    ? staticPart({ suction: { kind: "gauge", gauge: s }, discharge: g, density }) -
      g.pressure / perMetre
    : countingHeight(g) - still;
  // With a bore on one side only both are taken as equal.
  const differs = g.bore !== undefined && (!s || s.bore !== undefined);
  const velocityPart = differs
    ? velocityHead(1, g.bore) - (s?.bore ? velocityHead(1, s.bore) : 0)
    : 0;
  const riser = s ? 0 : riserResistance(situation);
  const own = (g.u ?? 0) ** 2 + (s?.u ?? 0) ** 2 + (uStill * perMetre) ** 2;
  return {
    id: id("discharge-gauge"),
    label: "discharge gauge",
    snapshot: snapshot.label,
    dimension: "pressure",
    seen: g.pressure,
    still: false,
    under: ({ condition: c }) => {
      // Head is added to what the suction gauge shows; what that shows too much is not there.
      const offset = c.dischargeOffset * span - c.suctionOffset * (s ? suctionSpan : 0);
      const scatter =
        own +
        (c.offsetSpread * (c.dischargeOffset ? span : c.suctionOffset ? suctionSpan : 0)) ** 2 +
        (c.dead ? (c.dead.headSpread * model.shutOffHead * perMetre) ** 2 : 0);
      const share = Math.hypot(spread.head, c.headDoubt, c.looseness * 0.2) * perMetre;
      return {
        predict: (state) =>
          (state.head -
            fixed -
            (velocityPart + riser) * state.flow ** 2 -
            (s ? 0 : state.suctionLoss)) *
            perMetre +
          offset,
        variance: (state) => scatter + (share * state.head) ** 2,
      };
    },
  };
}

/** Loss of the line up to a gauge far above the pump, per flow squared [m/(m³/s)²]. */
function riserResistance({ riser, duty, liquid, curve }: Situation): number {
  const reference = duty?.flow ?? (curve ? 0.7 * curveEnd(curve) : 0);
  if (riser.length === 0 || reference <= 0) return 0;
  return lineLoss(riser, reference, liquid.kinematicViscosity).total / reference ** 2;
}

function flowMeter({ snapshot, id }: Place): ReadingEvidence | undefined {
  const { flow } = snapshot;
  if (!flow || snapshot.valve === "shut") return undefined;
  return {
    id: id("flow-meter"),
    label: "flow meter",
    snapshot: snapshot.label,
    dimension: "flow",
    seen: flow.value,
    still: false,
    under: ({ condition: c, pump }) => {
      const variance =
        flow.u ** 2 +
        (c.looseness * 0.2 * pump.bestFlow) ** 2 +
        (0.002 * pump.bestFlow) ** 2 +
        ((c.dead?.dribble ?? 0) * pump.bestFlow) ** 2;
      return { predict: (s) => s.flow, variance: () => variance };
    },
  };
}

/** What the load read off a current leaves open at part load, as a share of the load not taken. */
const PART_LOAD_U = 0.04;

function shaftPower(place: Place): ReadingEvidence | undefined {
  const { situation, snapshot, model, spread, id } = place;
  const { shaftPower: p, inputPower } = electricalOf(situation, snapshot);
  const { motor } = situation;
  if (!p || !motor || !model || model.bestPower === undefined) return undefined;
  const byCurrent = inputPower ? 0 : PART_LOAD_U * Math.max(0, motor.power - p.value);
  return {
    id: id("motor-load"),
    label: "shaft power from the current",
    snapshot: snapshot.label,
    dimension: "power",
    seen: p.value,
    still: false,
    under: ({ condition: c, pump }) => {
      const { supply } = c;
      const known = !supply.phaseLost;
      const share = Math.hypot(spread.power, supply.apparentSpread);
      const fixed = known
        ? p.u ** 2 +
          byCurrent ** 2 +
          (c.looseness * 0.25 * motor.power) ** 2 +
          ((c.dead?.powerSpread ?? 0) * (pump.bestPower ?? 0)) ** 2
        : motor.power ** 2;
      return {
        // With a phase gone the current says nothing of the shaft.
        predict: (s) => (known ? s.power * supply.apparentLoad : p.value),
        variance: (s) => (known ? fixed + (share * s.power) ** 2 : fixed),
      };
    },
  };
}

/** Imbalance every motor shows, and its scatter [%]: windings and lines are never quite alike. */
const USUAL_IMBALANCE = { mean: 1.4, spread: 1.5 } as const;
/** What one percent of volts makes of the currents [%]. */
const AMPS_PER_VOLT_IMBALANCE = 7;
/** What a clamp shows with one line dead [%]. */
const LOST_PHASE = { percent: 97, spread: 8 } as const;

function phaseBalance({ situation, snapshot, id }: Place): ReadingEvidence | undefined {
  const e = electricalOf(situation, snapshot);
  if (!e.amps) return undefined;
  const clamp = e.uAmpsPercent ?? 0;
  const measured = e.volts?.percent;
  return {
    id: id("phase-balance"),
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
        Math.hypot(USUAL_IMBALANCE.mean, byVolts, supply.imbalance),
        USUAL_IMBALANCE.spread ** 2 +
          clamp ** 2 +
          uVolts ** 2 +
          supply.imbalanceSpread ** 2 +
          (c.looseness * 8) ** 2,
      );
    },
  };
}

function voltBalance({ situation, snapshot, id }: Place): ReadingEvidence | undefined {
  const volts = electricalOf(situation, snapshot).volts;
  if (!volts) return undefined;
  return {
    id: id("volt-balance"),
    label: "imbalance of the volts",
    snapshot: snapshot.label,
    dimension: "percent",
    seen: volts.percent,
    still: true,
    under: ({ condition: { supply, looseness } }) =>
      supply.phaseLost
        ? constant(volts.percent, LOST_PHASE.spread ** 2)
        : constant(supply.voltImbalance, supply.voltImbalanceSpread ** 2 + (looseness * 2) ** 2),
  };
}

function supplyVoltage({ situation, snapshot, id }: Place): ReadingEvidence | undefined {
  const volts = meanVolts(snapshot);
  const plate = situation.motor?.voltage;
  if (!volts || !plate) return undefined;
  return {
    id: id("supply-voltage"),
    label: "supply voltage",
    snapshot: snapshot.label,
    dimension: "voltage",
    seen: volts,
    still: true,
    under: ({ condition: { supply, looseness } }) =>
      constant(
        plate * supply.volts,
        (plate * Math.hypot(supply.voltsSpread, 0.05 * looseness)) ** 2,
      ),
  };
}

/** Slip of a motor at its plate load scatters this much from the plate's, as a share. */
const SLIP_U = 0.12;

function tachometer({ situation, snapshot, model, id }: Place): ReadingEvidence | undefined {
  const { speed } = snapshot;
  const expected = expectedSpeed(situation, { ...snapshot, speed: undefined });
  if (!speed || !expected) return undefined;
  const common = {
    id: id("speed"),
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
  return {
    ...common,
    still: false,
    // The slip tells the load, whatever the currents say.
    under: ({ condition: c }) => {
      const v = measured && motor.voltage ? measured / motor.voltage : c.supply.volts;
      const perWatt = rated / v ** 2 / motor.power;
      const fixed = own + away(c) + ((c.dead?.powerSpread ?? 0) * rated * 0.5) ** 2;
      const phase = c.supply.phaseLost ? rated : 0;
      return {
        predict: (s) => (synchronous - perWatt * s.power) * c.speed,
        variance: (s) => fixed + (SLIP_U * perWatt * s.power) ** 2 + phase ** 2,
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

const constant = (value: number, variance: number): Expectation => ({
  predict: () => value,
  variance: () => variance,
});
