import type { Arrived } from "@/db";

/** What came of an archive that was brought in. */
export interface Brought {
  /** When the archive was made, ISO 8601. */
  readonly made: string;
  readonly rows: Arrived;
}
