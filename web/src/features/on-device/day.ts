/** The day as a device keeps it: its sheets whole, and the pages and pictures that belong to them. */
import type { SheetDto } from "@/features/run-sheet";

export interface DayDto {
  readonly sheets: readonly SheetDto[];
  /** Paths of pages to keep a copy of. */
  readonly pages: readonly string[];
  /** Paths of pictures. */
  readonly pictures: readonly string[];
}
