/** Which cautions belong to this pump's visit. None where there is no hazard. */
import type { CautionId } from "@yard-tack/core/diagnosis";
import type { PumpDto } from "@/features/yard";

/** Cautions of the plain readings: a running machine, and live terminals where there is a motor. */
export function cautionsOf(pump: PumpDto): CautionId[] {
  const submerged = pump.installation === "submerged";
  const list: (CautionId | undefined)[] = [
    submerged ? undefined : "rotating-parts",
    pump.motor ? "live-readings" : undefined,
  ];
  return list.filter((c) => c !== undefined);
}

/** What the current strips wait for. */
export const AMPS_CAUTION: CautionId = "live-readings";

/** What readings against a shut valve wait for. */
export const SHUT_CAUTION: CautionId = "dead-head";
