/** A visit as a round would find it that came after the work. */
import type { SheetEntry } from "./entries.ts";

/**
 * The readings after the work in the place of those as found, with how the gauges hang; what was seen, heard and tested
 * before it is left out, for it tells of the fault.
 */
export const afterwards = (entries: readonly SheetEntry[]): SheetEntry[] =>
  entries.flatMap((e): SheetEntry[] => {
    if (e.kind === "note") return [e];
    return e.kind === "reading" && e.snapshot === "after" ? [{ ...e, snapshot: "as found" }] : [];
  });
