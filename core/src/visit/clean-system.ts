/** The system a pump worked on when it was clean. */
import { type SystemCurve, systemThrough } from "../curve/index.ts";
import { partsOf } from "./parts.ts";
import type { Situation } from "./situation.ts";

export type SystemSource = "fingerprint" | "duty" | "elements";

/**
 * The clean system: through a metered fingerprint, which was this very pipe; else as the case
 * describes it.
 */
export function cleanSystem(
  situation: Situation,
): { readonly curve: SystemCurve; readonly from: SystemSource } | undefined {
  const { staticHead, closedLoop, system } = situation;
  const known = closedLoop ? 0 : staticHead;
  for (const s of situation.fingerprints) {
    const { head, flow } = partsOf(situation, s).duty;
    if (known !== undefined && s.valve !== "shut" && flow?.from === "meter" && head) {
      if (flow.value > 0 && head.value > known) {
        return { curve: systemThrough(known, flow.value, head.value), from: "fingerprint" };
      }
    }
  }
  return system;
}
