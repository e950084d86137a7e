/** What is known of a flow before anything is read: the system it belongs to, or none. */
import { filledAt, type Setting } from "./operating-state.ts";

/** What is known of the flow before the readings. */
export type FlowPrior =
  /** Valve shut: none. */
  | { readonly kind: "none" }
  /** Anywhere up to a limit (throttled by hand) [m³/s]. */
  | { readonly kind: "anywhere"; readonly limit: number }
  /** On one of these system curves, up to a limit [m³/s]. */
  | {
      readonly kind: "system";
      readonly limit: number;
      /**
       * How far the pump's own head lies from the model's, as a share: where little head is left beyond the static one,
       * the flow hangs on it.
       */
      readonly headDoubt: number;
      /** One where the static head is known; else several, for it decides what a weaker pump delivers. */
      readonly curves: readonly SystemCurve[];
    };

/** H = static + k Q², ln k normal round `logK` with `spread`. */
export interface SystemCurve {
  /** [m] */
  readonly staticHead: number;
  readonly logK: number;
  readonly spread: number;
  /** Its share among the curves. */
  readonly weight: number;
}

/**
 * Flow at a position on the grid's axis [m³/s]: the axis is the flow itself, except where head stands
 * nearly upright on the flow; there it is the head.
 */
export function flowAt(at: Setting, position: number): number {
  const { pump, speedRatio: r, condition: c } = at;
  if (!pump.flowAtHead) return position;
  const back =
    (c.leak + c.passing) * pump.bestFlow * r * Math.sqrt(position / (pump.bestHead * r * r));
  const made = r * c.curveFlow * pump.flowAtHead(position / (r * r * c.curveHead), r);
  return Math.max(0, fedOf(at, made) - back);
}

const FED_HALVINGS = 22;

/** What gears that would move so much move where their suction fills them only in part [m³/s]. */
function fedOf(at: Setting, made: number): number {
  if (!(made > 0) || filledAt(at, made) === 1) return made;
  let low = 0;
  let high = made;
  for (let i = 0; i < FED_HALVINGS; i++) {
    const mid = (low + high) / 2;
    if (filledAt(at, mid) * made > mid) low = mid;
    else high = mid;
  }
  return low;
}
