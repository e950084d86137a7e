/** What was noticed at the pump, as evidence whose chance hangs on the state it was in. */
import type { CauseId } from "../../case/index.ts";
import type { OperatingState, Setting } from "./operating-state.ts";

export interface Impression {
  readonly id: string;
  /**
   * ln chance of what was noticed, at a state.
   * @param causes - at work: one, or two at once
   */
  readonly under: (
    setting: Setting,
    causes: readonly CauseId[],
  ) => (state: OperatingState) => number;
}
