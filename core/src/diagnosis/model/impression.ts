/** What was noticed at the pump, as evidence whose chance hangs on the state it was in. */
import type { CauseId } from "../../case/index.ts";
import type { Scene } from "./scene.ts";

export interface Impression {
  /**
   * ln chance of what was noticed, at a scene.
   * @param causes - at work: one, or two at once
   */
  readonly under: (causes: readonly CauseId[]) => (scene: Scene) => number;
}

/** All that was noticed at one snapshot besides its readings. */
export interface Noticed {
  /** Place of the snapshot among those prepared. */
  readonly snapshot: number;
  readonly impressions: readonly Impression[];
}
