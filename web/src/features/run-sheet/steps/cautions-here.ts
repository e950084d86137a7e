/** Cautions that strips wait for. */
import type { CautionId } from "@yard-tack/core/case";

/** What the current strips wait for. */
export const AMPS_CAUTION: CautionId = "live-readings";

/** What readings against a shut valve wait for. */
export const SHUT_CAUTION: CautionId = "dead-head";
