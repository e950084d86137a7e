/** Run sheets that are not signed yet, a page at a time, with all that a list says of them. */
import type { PumpId } from "@yard-tack/core/case";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { callsSince, type EarlierCall } from "./log";
import { type Paged, placeOf } from "./paged";
import { columns, pumpRow, selected, sheetRow, type SheetRow, siteRow } from "./rows";
import { type Sites, sitesText } from "./sites";

/** A sheet that waits. */
export interface OpenCall {
  readonly sheet: SheetRow;
  readonly pump: z.output<typeof pumpRow>;
  readonly site: z.output<typeof siteRow>;
  /** Something is noted on it. */
  readonly begun: boolean;
  /** Name of whose it is; null where it is nobody's. */
  readonly whose: string | null;
  /** Calls of its pump before that ended with a cause, newest first. */
  readonly before: readonly EarlierCall[];
}

/** Sheets of a page. */
const SLATE_PAGE = 100;

const openRow = columns(
  z.object({
    sheet: columns(sheetRow),
    pump: columns(pumpRow),
    site: columns(siteRow),
    begun: z.boolean(),
    whose: z.string().nullable(),
  }),
);

// Each open sheet looks its pump up: there are few of those, and many pumps.
const OPEN = `from run_sheet r
  cross join lateral (select * from pump p where p.id = r.pump_id offset 0) p
  join site s on s.id = p.site_id
  where may_see(?, s.id) and r.signed_at is null and p.retired_at is null`;

const countRow = columns(
  z.object({ calls: z.coerce.number(), rounds: z.coerce.number(), zone: z.string().nullable() }),
);

/** How many wait in all, and the zone that most of them lie in. */
export interface OpenCounts {
  readonly calls: number;
  readonly rounds: number;
  readonly zone: string | null;
}

/**
 * Sheets not yet signed of pumps on the yard, the most pressing first.
 * @param page - from 0
 * @param since - how far back earlier calls of their pumps are told
 */
export async function openCalls(
  sites: Sites,
  page: number,
  since: Date,
): Promise<Paged<OpenCall> & { readonly counts: OpenCounts }> {
  const em = await unitOfWork();
  const seen = sitesText(sites);
  const [counts = { calls: 0, rounds: 0, zone: null }] = await selected(
    em,
    countRow,
    `select count(*) filter (where r.kind = 'call') as calls,
       count(*) filter (where r.kind = 'round') as rounds,
       mode() within group (order by s.zone) as zone ${OPEN}`,
    [seen],
  );
  const { offset, ...place } = placeOf(page, counts.calls + counts.rounds, SLATE_PAGE);
  const rows = await selected(
    em,
    openRow,
    `select to_jsonb(r) as sheet, to_jsonb(p) as pump, to_jsonb(s) as site,
       exists (select from sheet_entry e where e.sheet_id = r.id) as begun,
       (select name from person where id = r.assigned_to) as whose
       ${OPEN} order by r.due_at, r.id limit ${SLATE_PAGE} offset ?`,
    [seen, offset],
  );
  const before = await callsSince(
    em,
    rows.map((r) => r.pump.id),
    since,
  );
  return {
    rows: rows.map((r) => ({ ...r, before: before.get(r.pump.id) ?? [] })),
    ...place,
    counts,
  };
}

/** Every open sheet of some sites, for a calendar; the earliest first. */
export const everyOpenCall = async (
  sites: Sites,
): Promise<readonly z.output<typeof openCallRow>[]> =>
  selected(
    await unitOfWork(),
    openCallRow,
    `select r.id, r.due_at, r.complaint, p.tag, s.name as place ${OPEN} order by r.due_at, r.id limit 1000`,
    [sitesText(sites)],
  );

const openCallRow = columns(
  z.object({
    id: z.uuid(),
    dueAt: z.coerce.date(),
    complaint: z.string(),
    tag: z.string(),
    place: z.string(),
  }),
);

/** Sheets of one pump that are not signed, the most pressing first. */
export async function openSheetsOf(pumpId: PumpId): Promise<readonly SheetRow[]> {
  return selected(
    await unitOfWork(),
    columns(sheetRow),
    "select * from run_sheet where pump_id = ? and signed_at is null order by due_at, id",
    [pumpId],
  );
}
