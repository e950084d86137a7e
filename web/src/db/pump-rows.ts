/** All that is kept of a pump, in one statement however much there is of it. */
import type { PumpId } from "@yard-tack/core/case";
import { readRecord, type VisitRecord } from "@yard-tack/core/record";
import type { GaugeNote } from "@yard-tack/core/visit";
import type { EntityManager } from "@mikro-orm/postgresql";
import * as z from "zod";
import {
  columns,
  plateFacts,
  type PlateFacts,
  pumpRow,
  ratingRow,
  selected,
  siteRow,
} from "./rows";
import { readNotes } from "./sheet-entries";

/** Visits and zero checks further back tell nothing of today [rows]. */
const CALLS = 300;
const CHECKS = 50;

/**
 * Rows that none replaces, newest last. Notes: what each gauge was last said to be, fact by fact, and its
 * last zeros; a pump without gauges in the register has one of each side to hang notes on.
 */
const STATEMENT = `
  with gauge as (
    select i.id::text as id, to_jsonb(i) as facts, i.name
      from instrument i where i.pump_id = ?::uuid or i.pump_id is null
    union all
    select side || '-of-' || ?, null, side from unnest(array['suction', 'discharge']) side
  ), note as (
    select e.* from gauge g
      cross join unnest(array['unit', 'low', 'high', 'percent', 'line', 'height']) fact
      cross join lateral (
        select * from sheet_entry e
          where e.kind = 'note' and e.body->'note'->>'instrument' = g.id
            and e.body->'note'->>'topic' = 'gauge' and e.body->'note'->>'fact' = fact
          order by e.seq desc limit 1
      ) e
    union all
    select e.* from gauge g cross join lateral (
      select * from sheet_entry e
        where e.kind = 'note' and e.body->'note'->>'instrument' = g.id
          and e.body->'note'->>'topic' = 'zero'
        order by e.seq desc limit ${CHECKS}
    ) e
  )
  select to_jsonb(p) as pump, to_jsonb(s) as site,
    (select to_jsonb(c) from curve c where c.pump_id = p.id
       and not exists (select from curve n where n.supersedes = c.id)
       order by c.created_at desc, c.id desc limit 1) as curve,
    (select jsonb_object_agg(t.kind, t.facts order by t.created_at) from plate t
       where t.pump_id = p.id
         and not exists (select from plate n where n.supersedes = t.id)) as plates,
    (select jsonb_agg(to_jsonb(f) order by f.taken_at) from fingerprint f
       where f.pump_id = p.id) as fingerprints,
    (select jsonb_agg(g.facts order by g.name, g.id) from gauge g
       where g.facts is not null) as instruments,
    (select jsonb_agg(to_jsonb(c) order by c.at) from (
       select l.at, l.body - array['snapshots', 'readings', 'superseded', 'pictures'] as body
         from log_entry l where l.pump_id = p.id and l.kind = 'call'
           and not exists (select from log_entry n where n.supersedes = l.id)
         order by l.at desc limit ${CALLS}) c) as calls,
    (select jsonb_agg(to_jsonb(z) order by z.at) from gauge g cross join lateral (
       select * from zero_check z where z.instrument_id::text = g.id
         order by z.at desc limit ${CHECKS}) z where g.facts is not null) as zero_checks,
    (select jsonb_agg(to_jsonb(n) order by n.seq) from note n) as notes
  from pump p join site s on s.id = p.site_id where p.id = ?::uuid`;

const optionalText = z.string().nullish();
const list = <T extends z.ZodType>(row: T) =>
  z
    .array(row)
    .nullish()
    .transform((v) => v ?? []);

const row = columns(
  z.object({
    pump: columns(pumpRow),
    site: columns(siteRow),
    curve: columns(
      z.object({
        id: z.string(),
        rating: ratingRow,
        source: z.string(),
        supersedes: z.string().nullish(),
      }),
    ).nullish(),
    plates: z.record(z.string(), z.unknown()).nullish(),
    fingerprints: list(
      columns(
        z.object({
          takenAt: z.coerce.date(),
          reason: z.string(),
          snapshots: z.array(z.unknown()),
        }),
      ),
    ),
    instruments: list(
      columns(
        z.object({
          id: z.string(),
          name: z.string(),
          kind: z.string(),
          pumpId: optionalText,
          unit: z.string(),
          rangeLow: optionalText,
          rangeHigh: optionalText,
          percent: z.number().nullish(),
          division: optionalText,
          gaugeHeight: optionalText,
          tappingHeight: optionalText,
          line: optionalText,
          goodUntil: optionalText,
          retiredAt: optionalText,
        }),
      ),
    ),
    calls: list(z.object({ at: z.coerce.date(), body: z.unknown() })),
    zeroChecks: list(
      columns(
        z.object({
          instrumentId: z.string(),
          at: z.coerce.date(),
          deviation: z.string(),
          passed: z.boolean(),
        }),
      ),
    ),
    notes: list(z.unknown()),
  }),
);
type Row = z.output<typeof row>;

/** A pump's rows, parsed. */
export interface PumpRows extends Pick<
  Row,
  "pump" | "site" | "curve" | "fingerprints" | "instruments" | "zeroChecks"
> {
  readonly plates: { readonly body: PlateFacts | null; readonly motor: PlateFacts | null };
  readonly notes: readonly GaugeNote[];
  /** Calls that none corrects, oldest first; without their readings. */
  readonly calls: readonly { readonly at: Date; readonly record: VisitRecord }[];
}

/** Undefined when there is no such pump. */
export async function pumpRows(em: EntityManager, id: PumpId): Promise<PumpRows | undefined> {
  const [found] = await selected(em, row, STATEMENT, [id, id, id]);
  if (!found) return undefined;
  const { plates, calls, notes, ...rest } = found;
  const plate = (kind: string): PlateFacts | null => {
    const facts = plateFacts.safeParse(plates?.[kind]);
    return facts.success ? facts.data : null;
  };
  return {
    ...rest,
    plates: { body: plate("body"), motor: plate("motor") },
    notes: readNotes(notes),
    calls: calls.map(({ at, body }) => ({ at, record: readRecord(body) })),
  };
}
