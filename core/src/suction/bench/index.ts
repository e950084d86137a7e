import type { BenchLayout } from "./layout.ts";
import { CIRCUIT_LAYOUT } from "./layouts/circuit.ts";
import { DRY_SET_LAYOUT } from "./layouts/dry-set.ts";
import { HEATING_LAYOUT } from "./layouts/heating.ts";
import { JET_LAYOUT } from "./layouts/jet.ts";
import { LIFT_LAYOUT } from "./layouts/lift.ts";
import { TANK_LAYOUT } from "./layouts/tank.ts";

export type { BenchLayout, BenchSizes, ControlForm, OrderStep, Place, Spoiled } from "./layout.ts";
export {
  airPressure,
  ATMOSPHERE,
  type BenchForm,
  type BenchState,
  type CellForm,
  type Controls,
  isOpen,
  type LinkForm,
  moveOn,
  startState,
  STEP,
  totals,
  waterLevel,
} from "./model.ts";
export { benchAtFirst, benchBefore, type BenchMoment } from "./play.ts";
export { type Answered, benchWords, type BenchWords } from "./questions.ts";

/** Layouts of the bench, in the order of a list. */
export const BENCH_LAYOUTS: readonly BenchLayout[] = [
  ...[TANK_LAYOUT, LIFT_LAYOUT, CIRCUIT_LAYOUT],
  ...[JET_LAYOUT, DRY_SET_LAYOUT, HEATING_LAYOUT],
];
