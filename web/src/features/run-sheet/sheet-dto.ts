import type { Closing, LogEntryId, ObservationId, PersonId, SheetId } from "@yard-tack/core/case";
import type { PictureFacts, SheetEntry, UnreadEntry } from "@yard-tack/core/visit";
import type { RoundOf } from "@/db";
import type { PumpDto } from "@/features/yard";

/** Counted up when {@link SheetDto} is no longer read as it was: a device may keep an older one. */
export const SHEET_SHAPE = 1;

export interface SheetDto {
  readonly id: SheetId;
  readonly kind: "call" | "round";
  readonly complaint: string;
  readonly codes: readonly ObservationId[];
  readonly callerNote: string;
  readonly dueAt: string;
  readonly openedAt: string;
  /** Whose it is; null where whoever is there first takes it. */
  readonly assignedTo: PersonId | null;
  /** Who may be given it. */
  readonly hands: readonly PersonId[];
  readonly signedAt: string | null;
  readonly logEntryId: LogEntryId | null;
  /** How it was closed; null while it is open. */
  readonly closed: Closing | null;
  readonly pump: PumpDto;
  readonly entries: readonly SheetEntry[];
  /** Entries that are not understood: shown, and left out. */
  readonly unread: readonly UnreadEntry[];
  /** Ids of what came after the signature and is in no log entry yet. */
  readonly late: readonly string[];
  /** What was read on the visit before, by strip. */
  readonly last: {
    readonly at: string;
    readonly readings: Readonly<Record<string, string>>;
  } | null;
  /** How often it is gone to, its counter of hours, its twin with what was read there last. */
  readonly round: RoundOf;
  readonly photos: readonly PictureFacts[];
  /** The server's clock when this was read. */
  readonly servedAt: string;
  /** It comes from this device's own store, kept then; what was found to be wrong with its clock [ms]. */
  readonly device?: { readonly keptAt: number; readonly clockFault: number };
  readonly people: Readonly<Record<string, string>>;
  /** The last visit within 90 days that ended with a cause. */
  readonly recurrence: {
    readonly at: string;
    readonly daysAgo: number;
    readonly title: string;
    readonly found: string;
    readonly done: string;
  } | null;
}
