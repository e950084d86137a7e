/** Readings a pump would give under a known cause: the forward model run the other way. */
import type { CaseFile, CauseId } from "../case/index.ts";
import { currentAtLoad, type MotorPlate, noLoadCurrentOf } from "../drive/index.ts";
import { countingHeight, type GaugeReading, lineLoss, velocityHead } from "../hydraulics/index.ts";
import { fail, gaugePa, type GaugePa, GRAVITY, ok, type Result } from "../quantity/index.ts";
import {
  expectedSpeed,
  healthyRating,
  riserOf,
  situationOf,
  type Snapshot,
} from "../visit/index.ts";
import { causeRow } from "./causes.ts";
import { type Condition, SOUND } from "./condition.ts";
import { emptyState, operate, type Setting } from "./operating-state.ts";
import { pumpModel } from "./pump-model.ts";

/** Clean loss taken for a suction line nobody described [m]. */
const USUAL_LOSS = 0.4;

/** Heights and bores of the gauges, as they hang. */
export type GaugePlace = Pick<GaugeReading, "gaugeHeight" | "tappingHeight" | "line" | "bore">;

export interface SimulatedReadings {
  /** [m³/s] */
  readonly flow: number;
  /** [m] */
  readonly head: number;
  readonly suctionPressure: GaugePa;
  readonly dischargePressure: GaugePa;
  /** [W] */
  readonly shaftPower: number;
  /** [A]; undefined without a motor plate (engines). */
  readonly amps: number | undefined;
  /** [r/min] */
  readonly speed: number;
}

/**
 * Works out the duty of a pump with a cause of some severity on its drawn system, and what clean
 * gauges and a clean clamp would show.
 * @param file - needs a curve (or a table of flow over pressure), a duty, a static head and a level
 * @param valve - "shut" for the shut-off point
 * Fails with a sentence naming what is missing.
 */
export function simulate(
  file: CaseFile,
  cause: CauseId,
  severity: number,
  gauges: { readonly suction: GaugePlace; readonly discharge: GaugePlace },
  valve: "as-found" | "shut" = "as-found",
): Result<SimulatedReadings, string> {
  const situation = situationOf(file);
  if (situation.displacement ?? situation.jet) {
    const found = cause === "healthy" ? healthyRating(situation) : undefined;
    if (!found) return fail("Only a sound pump of this family can be worked out the other way.");
    return ok({ ...found, amps: ampsAt(situation.motor, found.shaftPower) });
  }
  const { curve, motor, duty, layout, staticHead, liquid, atmosphere } = situation;
  const row = causeRow(cause);
  if (!curve || !duty || !layout || staticHead === undefined || !row) {
    return fail("A curve, a duty, a static head and a source level are needed.");
  }
  const condition: Condition = { ...SOUND, ...row.condition(severity) };
  const pump = pumpModel(curve);
  const idle: Snapshot = { label: "", valve: "as-found", running: true, volts: [], amps: [] };
  const nominal = expectedSpeed(situation, idle)?.value ?? curve.speed ?? 0;
  const speed = nominal * condition.speed;
  const perMetre = liquid.density * GRAVITY;
  const submerged = situation.installation === "submerged";
  const loss = layout.loss ?? { flow: duty.flow, head: submerged ? 0 : USUAL_LOSS };
  const setting: Setting = {
    pump,
    condition: condition.vapour === "must-not" ? condition : { ...condition, vapour: "may" },
    speedRatio: curve.speed ? speed / curve.speed : 1,
    ownFlow: 1,
    ownHead: 1,
    suction: {
      still:
        (atmosphere + layout.surfacePressure - liquid.vapourPressure) / perMetre +
        layout.sourceLevel,
      loss: loss.head,
      referenceFlow: loss.flow,
      measured: false,
    },
  };
  const state = emptyState();
  const k = (duty.head - staticHead) / duty.flow ** 2 / (1 - condition.flowLost) ** 2;
  const surplus = (q: number): number => {
    operate(setting, q, state);
    const extra = condition.suctionLoss * (q / loss.flow) ** 2;
    return state.head - staticHead - extra - k * q * q;
  };
  let low = 0;
  let high = pump.reach;
  for (let i = 0; i < 60 && valve !== "shut"; i++) {
    const mid = (low + high) / 2;
    if (surplus(mid) > 0) low = mid;
    else high = mid;
  }
  const flow = valve === "shut" ? 0 : low;
  operate(setting, flow, state);
  const velocity = (g: GaugePlace) => (g.bore ? velocityHead(flow, g.bore) : 0);
  const height = (g: GaugePlace, pressure: number) =>
    countingHeight({ ...g, pressure: gaugePa(pressure) });
  const surface = layout.surfacePressure / perMetre + layout.sourceLevel;
  const atFlange = surface - state.suctionLoss - velocity(gauges.suction);
  const suction = (atFlange - height(gauges.suction, atFlange)) * perMetre;
  const outlet =
    surface -
    state.suctionLoss +
    state.head -
    velocity(gauges.discharge) -
    height(gauges.discharge, 1) -
    lineLoss(
      submerged ? riserOf(file, gauges.discharge.gaugeHeight) : [],
      flow,
      liquid.kinematicViscosity,
    ).total;
  return ok({
    flow,
    head: state.head,
    suctionPressure: gaugePa(suction + condition.suctionOffset * 2.5e5),
    dischargePressure: gaugePa(outlet * perMetre + condition.dischargeOffset * 6e5),
    shaftPower: state.power,
    amps: ampsAt(motor, state.power),
    speed,
  });
}

/** Current a motor takes at a shaft power [A]. */
function ampsAt(motor: MotorPlate | undefined, power: number): number | undefined {
  if (!motor) return undefined;
  const noLoad = noLoadCurrentOf(motor)?.value ?? 0;
  return currentAtLoad(power / motor.power, motor.current ?? 0, noLoad);
}
