import type { PumpDto } from "@/features/yard";
import type { PhotoFacts, SheetEntry } from "./entries";

export interface SheetDto {
  readonly id: string;
  readonly kind: "call" | "round";
  readonly complaint: string;
  readonly codes: readonly string[];
  readonly callerNote: string;
  readonly dueAt: string;
  readonly openedAt: string;
  readonly signedAt: string | null;
  readonly logEntryId: string | null;
  readonly pump: PumpDto;
  readonly entries: readonly SheetEntry[];
  readonly photos: readonly PhotoFacts[];
  /** The server's clock when this was read. */
  readonly servedAt: string;
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
