/** What each test is measured with. */
import { DRIVE_CAPTURES } from "./drive.ts";
import { GAUGE_CAPTURES } from "./gauges.ts";
import { LISTEN_CAPTURES } from "./listen.ts";
import type { CaptureRow } from "./row.ts";

export type {
  Captured,
  CaptureContext,
  CaptureField,
  CaptureGroup,
  CaptureReading,
  CaptureRow,
} from "./row.ts";

export { groupsFor } from "./row.ts";

export const CAPTURES: readonly CaptureRow[] = [
  ...LISTEN_CAPTURES,
  ...GAUGE_CAPTURES,
  ...DRIVE_CAPTURES,
];

export const captureOf = (test: string): CaptureRow | undefined =>
  CAPTURES.find((c) => c.test === test);
