/** Duty point, NPSH and drive of one snapshot, each from the same core functions. */
import { displacementNpshr } from "../displacement/index.ts";
import {
  bestEfficiencyFlow,
  betweenSpeeds,
  curveAtSpeed,
  curveTolerance,
  type CurveTolerance,
  type RatedCurve,
  readCurve,
} from "../curve/index.ts";
import {
  type DutyPoint,
  dutyPoint,
  flowFromLevel,
  type HeadMeasurement,
} from "../hydraulics/index.ts";
import {
  fedFlow,
  npsh,
  npshFromGauge,
  type NpshResult,
  type SuctionLayout,
  type SuctionState,
} from "../suction/index.ts";
import type { Uncertain } from "../quantity/index.ts";
import { electricalOf, type ElectricalResult } from "./electrical.ts";
import type { Situation } from "./situation.ts";
import { leadingOf, type Snapshot } from "./snapshot-of-case.ts";
import { pumpSpeed, type PumpSpeed } from "./speed.ts";

export interface VisitParts {
  readonly snapshot: Snapshot;
  readonly speed: PumpSpeed | undefined;
  /** The curve at the actual speed. */
  readonly curve: RatedCurve | undefined;
  readonly tolerance: CurveTolerance;
  readonly measurement: HeadMeasurement | undefined;
  readonly duty: DutyPoint;
  readonly npsh: NpshResult;
  readonly electrical: ElectricalResult;
}

/** Standard uncertainty of a gauge's height when it was measured by tape [m]. */
const HEIGHT_U = 0.02;

/** The snapshot that stands for the visit. */
export const leadingSnapshot = (situation: Situation): Snapshot | undefined =>
  leadingOf(situation.snapshots);

/** The curve's acceptance band for this pump. */
export function toleranceOf(situation: Situation): CurveTolerance {
  const { curve, motor } = situation;
  const bep = curve && bestEfficiencyFlow(curve);
  const power = curve && bep !== undefined ? readCurve(curve, bep).power : undefined;
  return curveTolerance(curve?.grade ?? "3B", power ?? motor?.power);
}

/** Suction layout with the level read on the day, when there is one. */
export function layoutOf(situation: Situation, snapshot: Snapshot): SuctionLayout | undefined {
  const { layout } = situation;
  if (snapshot.level === undefined) return layout;
  return {
    surfacePressure: layout?.surfacePressure ?? (0 as SuctionLayout["surfacePressure"]),
    loss: layout?.loss,
    sourceLevel: snapshot.level,
  };
}

/** The head measurement a snapshot allows; undefined without a discharge gauge and a suction side. */
export function measurementOf(
  situation: Situation,
  snapshot: Snapshot,
): HeadMeasurement | undefined {
  const { discharge, suction } = snapshot;
  if (!discharge) return undefined;
  const density = situation.liquid.density;
  if (suction) {
    return { suction: { kind: "gauge", gauge: suction }, discharge, density, uHeight: HEIGHT_U };
  }
  const layout = layoutOf(situation, snapshot);
  const level = layout?.sourceLevel;
  if (level === undefined || situation.installation !== "submerged") return undefined;
  const { riser, liquid } = situation;
  return {
    suction: { kind: "level", level },
    discharge,
    density,
    uHeight: HEIGHT_U,
    inletLoss: layout?.loss,
    ...(riser.length > 0
      ? { riserLine: { elements: riser, viscosity: liquid.kinematicViscosity } }
      : {}),
  };
}

/** The curve at a speed: between the measured speeds next to it, else by affinity from the nearest. */
export function curveAt(situation: Situation, speed: number | undefined): RatedCurve | undefined {
  const { curve, curves } = situation;
  if (curves.length > 1 && speed) return betweenSpeeds(curves, speed);
  return curve && curveAtSpeed(curve, speed);
}

const levelChangeOf = ({ timedLevel }: Situation) => timedLevel && flowFromLevel(timedLevel);

/** NPSH required [m]: of a curve at the flow, of a displacement pump at its speed and the liquid's viscosity. */
function requiredNpsh(
  { displacement, liquid }: Situation,
  curve: RatedCurve | undefined,
  flow: number | undefined,
  speed: number | undefined,
): number | undefined {
  if (displacement) {
    const rated = displacement.points[0]?.speed;
    const turning = speed ?? rated;
    return turning && displacementNpshr(displacement, turning, liquid.kinematicViscosity);
  }
  return curve && flow !== undefined ? readCurve(curve, flow).npshr : undefined;
}

/**
 * Everything that can be worked out of one snapshot without asking why.
 * @param known - the flow of a pump that boils, where more is known of it than its gauges tell [m³/s]
 */
export function partsOf(situation: Situation, snapshot: Snapshot, known?: Uncertain): VisitParts {
  const speed = pumpSpeed(situation, snapshot);
  const curve = curveAt(situation, speed?.value);
  const tolerance = toleranceOf(situation);
  const electrical = electricalOf(situation, snapshot);
  const measurement = measurementOf(situation, snapshot);
  const inputs = {
    measurement,
    levelChange: leadingSnapshot(situation) === snapshot ? levelChangeOf(situation) : undefined,
    meter: snapshot.valve === "shut" ? { value: 0, u: 0 } : snapshot.flow,
    shaftPower: electrical.shaftPower,
    curve,
    tolerance,
  };
  const state = {
    atmosphere: situation.atmosphere,
    vapourPressure: situation.liquid.vapourPressure,
    density: situation.liquid.density,
  };
  const onCurve = dutyPoint(inputs);
  const fed = flowWhereItBoils(situation, snapshot, state, measurement, curve, onCurve);
  const duty = fed ? dutyPoint({ ...inputs, fed: known ?? fed }) : onCurve;
  const { flow } = duty;
  return {
    snapshot,
    speed,
    curve,
    tolerance,
    measurement,
    duty,
    electrical,
    npsh: npsh({
      gauge: snapshot.suction,
      // The ejector of a deep jet hangs in the water and pushes: its level is no lift of the pump.
      layout: situation.family === "jet-deep" ? undefined : layoutOf(situation, snapshot),
      state,
      flow,
      required: requiredNpsh(situation, curve, flow?.value, speed?.value),
    }),
  };
}

/**
 * The flow that the suction can feed, where the gauge says that the flow by head or power has not the NPSH it needs:
 * a pump that boils is not on its curve.
 */
function flowWhereItBoils(
  situation: Situation,
  { suction }: Snapshot,
  state: SuctionState,
  measurement: HeadMeasurement | undefined,
  curve: RatedCurve | undefined,
  { flow }: DutyPoint,
): Uncertain | undefined {
  const told = flow?.from === "head" || flow?.from === "power";
  if (!suction || !measurement || !curve || !flow || !told) return undefined;
  if (situation.displacement || situation.jet) return undefined;
  const { npshr } = readCurve(curve, flow.value);
  const { value, u } = npshFromGauge(suction, state, flow.value);
  // Beyond the gauge's own doubt: else a needle near the bottom of its scale makes any pump boil.
  if (npshr === undefined || value + u > npshr) return undefined;
  return fedFlow({ gauge: suction, measurement, state, curve });
}
