/** Readings a pump would give under a known cause: the forward model run the other way. */
import type { CaseFile, CauseId } from "../case/index.ts";
import { currentAtLoad, type MotorPlate, noLoadCurrentOf } from "../drive/index.ts";
import { countingHeight, type GaugeReading, lineLoss, velocityHead } from "../hydraulics/index.ts";
import { fail, gaugePa, type GaugePa, GRAVITY, ok, type Result } from "../quantity/index.ts";
import {
  expectedSpeed,
  riserOf,
  type Situation,
  situationOf,
  type Snapshot,
} from "../visit/index.ts";
import { type Condition, eased, SOUND, type Supply } from "./model/condition.ts";
import { emptyState, operate, type OperatingState } from "./model/operating-state.ts";
import { prepare, settingOf } from "./model/preparation.ts";
import { modelOf, type PumpModel } from "./model/pump-model.ts";
import { flowOnSystem } from "./model/system-flow.ts";
import { causeRow } from "./tables/causes/index.ts";

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
  /** Mean of the phases [A]; undefined without a motor plate (engines). */
  readonly amps: number | undefined;
  /** Each phase over the mean; three of them, whatever the motor has. */
  readonly phaseShares: readonly [number, number, number];
  /** Volts over the plate's. */
  readonly voltShare: number;
  /** [r/min] */
  readonly speed: number;
}

/**
 * Works out the duty of a pump with a cause of some severity on its drawn system, and what clean
 * gauges and a clean clamp would show.
 * @param file - needs a rating, a duty, a static head (or closed loop) and a source level
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
  const { motor, layout, liquid } = situation;
  const model = modelOf(situation);
  const hasSystem = situation.staticHead !== undefined || situation.closedLoop || situation.jet;
  if (!model || !layout || !hasSystem || !(situation.duty ?? situation.jet)) {
    return fail("A rating, a duty, a static head and a source level are needed.");
  }
  const condition: Condition = { ...SOUND, ...causeRow(cause).condition(severity) };
  const at = (snapshot: Snapshot) => stateAt(situation, model, snapshot, condition);
  const idle: Snapshot = { key: "", label: "", valve, running: true, volts: [], amps: [] };
  // A motor with less to do slips less: once round brings speed and load together.
  const atWork = { ...idle, amps: drawnBy(motor, at(idle).power) };
  const state = at(atWork);
  const { flow } = state;
  const perMetre = liquid.density * GRAVITY;
  const velocity = (g: GaugePlace) => (g.bore ? velocityHead(flow, g.bore) : 0);
  const height = (g: GaugePlace, pressure: number) =>
    countingHeight({ ...g, pressure: gaugePa(pressure) });
  const still = layout.surfacePressure / perMetre + layout.sourceLevel;
  const surface = still + Math.max(0, -still) * (1 - (condition.dead?.vacuum ?? 1));
  const atFlange = surface - state.suctionLoss - velocity(gauges.suction);
  const suction = (atFlange - height(gauges.suction, atFlange)) * perMetre;
  const outlet =
    surface -
    state.suctionLoss +
    state.head -
    velocity(gauges.discharge) -
    height(gauges.discharge, 1) -
    lineLoss(
      situation.installation === "submerged" ? riserOf(file, gauges.discharge.gaugeHeight) : [],
      flow,
      liquid.kinematicViscosity,
    ).total;
  const nominal = expectedSpeed(situation, atWork)?.value ?? 0;
  return ok({
    flow,
    head: state.head,
    suctionPressure: gaugePa(suction + condition.suctionOffset * 2.5e5),
    dischargePressure: gaugePa(outlet * perMetre + condition.dischargeOffset * 6e5),
    shaftPower: state.power,
    amps: ampsAt(motor, state.power * condition.supply.apparentLoad),
    phaseShares: phaseShares(condition.supply),
    voltShare: condition.supply.volts,
    speed: nominal * condition.speed * (1 - condition.slow),
  });
}

/** Where a pump stands under a condition on its drawn system. */
function stateAt(
  situation: Situation,
  model: PumpModel,
  snapshot: Snapshot,
  condition: Condition,
): OperatingState {
  const prepared = prepare(situation, snapshot, model, false);
  const setting = settingOf(prepared, eased(condition), { flow: 1, head: 1 });
  const moves = !condition.dead && snapshot.valve !== "shut";
  const state = emptyState();
  operate(setting, moves ? flowOnSystem(setting, prepared.flowPrior) : 0, state);
  return state;
}

const drawnBy = (motor: MotorPlate | undefined, power: number): Snapshot["amps"] => {
  const value = ampsAt(motor, power);
  return value === undefined ? [] : [{ value, u: 0, apart: 0 }];
};

/** How a supply spreads the current over the phases: the first is furthest from the mean. */
function phaseShares(supply: Supply): [number, number, number] {
  const { phaseLost, oneLow, imbalance, voltImbalance } = supply;
  if (phaseLost) return [1.5, 0, 1.5];
  // Seven percent of current for each percent of volts beyond what every supply has.
  const p =
    Math.hypot(imbalance, 7 * Math.max(0, voltImbalance - SOUND.supply.voltImbalance)) / 100;
  return oneLow > 0.5 ? [1 - p, 1 + 0.5 * p, 1 + 0.5 * p] : [1 + p, 1 - 0.7 * p, 1 - 0.3 * p];
}

/** Current a motor takes at a shaft power [A]. */
function ampsAt(motor: MotorPlate | undefined, power: number): number | undefined {
  if (!motor || !Number.isFinite(power)) return undefined;
  const noLoad = noLoadCurrentOf(motor)?.value ?? 0;
  return currentAtLoad(power / motor.power, motor.current ?? 0, noLoad);
}
