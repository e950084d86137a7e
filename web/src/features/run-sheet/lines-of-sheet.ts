import { linesOf, type RecordLines } from "@yard-tack/core/record";
import type { SheetRecord } from "@/db";

/** What a sheet leaves in a log entry, line by line, with the last place in the order it has. */
export const linesOfSheet = ({
  sheet,
  pump,
  entries,
  pictures,
  people,
}: SheetRecord): RecordLines => ({
  ...linesOf({
    facts: pump.view.facts,
    instruments: pump.instruments,
    units: pump.units,
    entries,
    people,
    pictures: pictures.map((p) => ({ ...p, url: `/api/sheets/${sheet.id}/photos/${p.id}` })),
  }),
  upTo: Math.max(0, ...[...entries, ...pictures].map((e) => e.order ?? 0)),
});
