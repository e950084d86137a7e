import "server-only";
import { openCalls, type Sites } from "@/db";
import { loadSheetDto } from "@/features/run-sheet/index.server";
import { since } from "@/features/log/index.server";
import type { DayDto } from "./day";

/** Sheets that a day has at most: a technician goes to a dozen. */
const MOST = 24;

/** The first of what waits, which is what the Slate begins with. */
export async function dayOf({ sites }: { readonly sites: Sites }): Promise<DayDto> {
  const { rows } = await openCalls(sites, 0, since(new Date()));
  const ids = rows.slice(0, MOST).map((r) => r.sheet.id);
  // One after the other: what somebody types meanwhile comes first.
  const sheets = [];
  for (const id of ids) {
    const sheet = await loadSheetDto(id);
    if (sheet) sheets.push(sheet);
  }
  return {
    sheets,
    pages: [...new Set(sheets.map((s) => `/yard/${s.pump.id}`))],
    pictures: sheets.flatMap((s) => s.photos.map((p) => `/api/sheets/${s.id}/photos/${p.id}`)),
  };
}
