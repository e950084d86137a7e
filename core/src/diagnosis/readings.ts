/**
 * The readings a snapshot offers as evidence: what was seen, and how far a state is from it.
 *
 * The suction gauge is compared with the layout; the discharge gauge with the measured suction plus
 * the curve. So each gauge speaks once, and an error of the suction gauge is not counted twice.
 */
import { curveEnd } from "../curve/index.ts";
import { countingHeight, lineLoss, staticPart, velocityHead } from "../hydraulics/index.ts";
import { addInSquares, type Dimension, GRAVITY } from "../quantity/index.ts";
import {
  electricalOf,
  expectedSpeed,
  layoutOf,
  meanVolts,
  type Situation,
  type Snapshot,
} from "../visit/index.ts";
import type { OperatingState, Setting } from "./operating-state.ts";

/** One reading as evidence. Prediction and seen value share a unit (SI). */
export interface ReadingEvidence {
  /** `snapshot index : kind`, for example `0:discharge-gauge`. */
  readonly id: string;
  readonly label: string;
  readonly snapshot: string;
  readonly dimension: Dimension | "percent" | "metres";
  readonly seen: number;
  /** Value the state predicts, and its standard deviation. */
  readonly predict: (state: OperatingState, setting: Setting) => number;
  readonly spread: (state: OperatingState, setting: Setting) => number;
}

/** How well a drawn layout is known: level [m], and its clean loss as a fraction. */
const LEVEL_U = 0.15;
const LOSS_U = 0.3;
/** What is taken where nothing is known of a suction: head at the flange [m] and its spread. */
const UNKNOWN_SUCTION = { flooded: [1.5, 2.5], lift: [-4, 2], submerged: [0, 3] } as const;

/** Builds the evidence of one snapshot, in the order it is read at the pump. */
export function readingsOf(
  situation: Situation,
  snapshot: Snapshot,
  index: number,
  curveSpread: CurveSpread | undefined,
): ReadingEvidence[] {
  const at = { situation, snapshot, id: (kind: string) => `${index}:${kind}` };
  return [
    suctionGauge(at),
    dischargeGauge(at, curveSpread),
    flowMeter(at),
    ...electrical(at, curveSpread),
    tachometer(at),
  ].filter((r) => r !== undefined);
}

/** Standard deviation of this pump from its sheet that the model has not already given a value. */
export interface CurveSpread {
  readonly head: number;
  readonly power: number;
}

interface Place {
  readonly situation: Situation;
  readonly snapshot: Snapshot;
  readonly id: (kind: string) => string;
}

function suctionGauge({ situation, snapshot, id }: Place): ReadingEvidence | undefined {
  const g = snapshot.suction;
  if (!g) return undefined;
  const perMetre = situation.liquid.density * GRAVITY;
  const layout = layoutOf(situation, snapshot);
  const [usual, wide] = UNKNOWN_SUCTION[situation.installation];
  const still = layout ? layout.sourceLevel + layout.surfacePressure / perMetre : usual;
  const uStill = layout ? LEVEL_U : wide;
  const span = offsetSpan(g.u, g.pressure);
  return {
    id: id("suction-gauge"),
    label: "suction gauge",
    snapshot: snapshot.label,
    dimension: "pressure",
    seen: g.pressure,
    predict: (s, { condition }) =>
      (still - s.suctionLoss - countingHeight(g) - (g.bore ? velocityHead(s.flow, g.bore) : 0)) *
        perMetre +
      condition.suctionOffset * span,
    spread: (s, { condition, suction }) => {
      const clean = layout?.loss
        ? LOSS_U * (suction?.loss ?? 0) * (s.flow / (suction?.referenceFlow ?? 1)) ** 2
        : 0.4;
      return addInSquares(
        g.u ?? 0,
        addInSquares(uStill, clean, condition.suctionLoss * 0.15) * perMetre,
        condition.offsetSpread * Math.sign(Math.abs(condition.suctionOffset)) * span,
        condition.looseness * 2 * perMetre,
      );
    },
  };
}

/** Span of a gauge judged by its own uncertainty: class 1.6 % and uniform is about 1/108 of it. */
const offsetSpan = (u: number | undefined, pressure: number): number =>
  Math.max((u ?? 0) * 80, Math.abs(pressure) * 1.2, 5e4);

function dischargeGauge(
  { situation, snapshot, id }: Place,
  curveSpread: CurveSpread | undefined,
): ReadingEvidence | undefined {
  const g = snapshot.discharge;
  if (!g || !situation.curve || !curveSpread) return undefined;
  const density = situation.liquid.density;
  const perMetre = density * GRAVITY;
  const s = snapshot.suction;
  const layout = layoutOf(situation, snapshot);
  const [usual, wide] = UNKNOWN_SUCTION[situation.installation];
  const still = layout ? layout.sourceLevel + layout.surfacePressure / perMetre : usual;
  const uStill = s ? 0 : layout ? LEVEL_U : wide;
  const span = offsetSpan(g.u, g.pressure);
  const suctionSpan = offsetSpan(s?.u, s?.pressure ?? 0);
  const fixed = s
    ? staticPart({ suction: { kind: "gauge", gauge: s }, discharge: g, density }) -
      g.pressure / perMetre
    : countingHeight(g) - still;
  const velocityDifference = (flow: number) =>
    g.bore
      ? velocityHead(flow, g.bore) -
        (s?.bore ? velocityHead(flow, s.bore) : s ? velocityHead(flow, g.bore) : 0)
      : 0;
  const riser = s ? 0 : riserResistance(situation);
  return {
    id: id("discharge-gauge"),
    label: "discharge gauge",
    snapshot: snapshot.label,
    dimension: "pressure",
    seen: g.pressure,
    predict: (state, { condition }) =>
      (state.head -
        fixed -
        velocityDifference(state.flow) -
        (s ? 0 : state.suctionLoss) -
        riser * state.flow ** 2) *
        perMetre +
      // A suction gauge that shows too much makes the head look too small, and the reverse.
      condition.suctionOffset * (s ? suctionSpan : 0) +
      condition.dischargeOffset * span,
    spread: (state, { condition }) =>
      addInSquares(
        g.u ?? 0,
        s?.u ?? 0,
        uStill * perMetre,
        curveSpread.head * state.head * perMetre,
        condition.offsetSpread *
          (condition.dischargeOffset ? span : condition.suctionOffset ? suctionSpan : 0),
        condition.looseness * 0.2 * state.head * perMetre,
      ),
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
    predict: (s) => s.flow,
    spread: (s, { condition, pump }) =>
      Math.hypot(flow.u, condition.looseness * 0.2 * pump.bestFlow, 0.002 * pump.bestFlow),
  };
}

/** Imbalance of a healthy motor on a healthy supply, and what one volt percent makes of it. */
const USUAL_IMBALANCE = 1.8;
const AMPS_PER_VOLT_IMBALANCE = 7;

function electrical(
  { situation, snapshot, id }: Place,
  curveSpread: CurveSpread | undefined,
): (ReadingEvidence | undefined)[] {
  const e = electricalOf(situation, snapshot);
  const { motor } = situation;
  const list: (ReadingEvidence | undefined)[] = [];
  const p = e.shaftPower;
  if (p && motor && situation.curve?.power && curveSpread) {
    list.push({
      id: id("motor-load"),
      label: "shaft power from the current",
      snapshot: snapshot.label,
      dimension: "power",
      seen: p.value,
      // With a phase gone the current says nothing of the shaft.
      predict: (s, { condition }) => (condition.phaseLost ? p.value : s.power),
      spread: (s, { condition }) =>
        condition.phaseLost
          ? motor.power
          : addInSquares(
              p.u,
              curveSpread.power * s.power,
              condition.looseness * 0.25 * motor.power,
            ),
    });
  }
  if (e.amps) {
    const fromVolts = AMPS_PER_VOLT_IMBALANCE * (e.volts?.percent ?? 0);
    list.push({
      id: id("phase-balance"),
      label: "imbalance of the currents",
      snapshot: snapshot.label,
      dimension: "percent",
      seen: e.amps.percent,
      predict: (_, { condition }) => (condition.phaseLost ? 97 : fromVolts),
      spread: (_, { condition }) =>
        condition.phaseLost
          ? 8
          : addInSquares(
              USUAL_IMBALANCE,
              e.uAmpsPercent ?? 0,
              0.35 * fromVolts,
              condition.looseness * 8,
            ),
    });
  }
  const volts = meanVolts(snapshot);
  if (volts && motor?.voltage) {
    list.push({
      id: id("supply-voltage"),
      label: "supply voltage",
      snapshot: snapshot.label,
      dimension: "voltage",
      seen: volts,
      predict: () => motor.voltage ?? volts,
      spread: (_, { condition }) => (0.03 + 0.04 * condition.looseness) * (motor.voltage ?? volts),
    });
  }
  return list;
}

function tachometer({ situation, snapshot, id }: Place): ReadingEvidence | undefined {
  const { speed } = snapshot;
  const expected = expectedSpeed(situation, { ...snapshot, speed: undefined });
  if (!speed || !expected) return undefined;
  return {
    id: id("speed"),
    label: "speed",
    snapshot: snapshot.label,
    dimension: "speed",
    seen: speed.value,
    predict: (_, { condition }) => expected.value * condition.speed,
    spread: (_, { condition }) =>
      addInSquares(
        speed.u,
        expected.u,
        0.003 * expected.value,
        // The severities tried stand apart; each covers its neighbourhood.
        0.3 * (1 - condition.speed) * expected.value,
        condition.looseness * 0.08 * expected.value,
      ),
  };
}
