/** What each zone of vibration means for whoever stands at the pump. */
import type { VibrationZone } from "../upkeep/index.ts";

const SAYS: Readonly<Record<VibrationZone, string>> = {
  A: "as a newly set up pump",
  B: "fit for running on",
  C: "not for long: find the reason at the next chance",
  D: "high enough to do damage: stop and find the reason",
};

export const vibrationWords = (zone: VibrationZone): string =>
  `Zone ${zone} of ISO 10816-7, category II: ${SAYS[zone]}.`;
