/** A yard of any size, multiplied from the demo: for tests and figures of what grows. */
import type { EntityManager } from "@mikro-orm/postgresql";

export interface YardSize {
  readonly pumps: number;
  /** Run sheets that wait, each with some entries. */
  readonly openSheets: number;
  /** Signed sheets with that many entries in all: readings of years, and notes of the van's gauges. */
  readonly oldEntries?: number;
  /** Entries of the log, at least; each pump has its model's, and those again some time before. */
  readonly visits?: number;
}

/** Told as it goes on: what is done of what there is to do, 0 to 1. */
export type OnProgress = (share: number, what: string) => void;

/** Pumps at one place. */
const AT_A_PLACE = 40;

/** Entries that are made in one statement. */
const AT_ONCE = 200_000;
/** A visit made once more lies so long before its model [days]. */
const BEFORE = 480;

/** Each statement takes the sizes; a pump of the demo stands model for every twentieth. */
export async function fillYard(
  em: EntityManager,
  size: YardSize,
  onProgress: OnProgress = () => undefined,
): Promise<void> {
  const { pumps, openSheets, oldEntries = 0, visits = 0 } = size;
  onProgress(0, "pumps");
  // What is multiplied was checked when its model was made: rows by the million need not ask again for each.
  const [may] = await em.execute<{ all: string }[]>(
    "select current_setting('is_superuser') as all",
  );
  if (may?.all === "on") await em.execute("set local session_replication_role = replica");
  await em.execute(`create temporary table model as
    select id, row_number() over (order by tag) - 1 as n, count(*) over () as all_of_them from pump`);
  await em.execute(
    `insert into site (id, name, zone, units, conditions, created_at)
       select gen_random_uuid(), 'Filled place ' || lpad(n::text, 4, '0'), 'UTC', 'metric', '{}', now()
       from generate_series(1, ceil(?::numeric / ${AT_A_PLACE})::int) n`,
    [pumps],
  );
  await em.execute(
    `create temporary table copied as
       select gen_random_uuid() as id, g.n, s.id as site_id, m.id as model
       from generate_series(0, ?::int - 1) as g(n)
       join model m on m.n = g.n % m.all_of_them
       join site s on s.name = 'Filled place ' || lpad((g.n / ${AT_A_PLACE} + 1)::text, 4, '0')`,
    [pumps],
  );
  const [model] = await em.execute<{ each: string }[]>(
    "select count(*)::numeric / (select count(*) from pump) as each from log_entry",
  );
  const times = Math.max(1, Math.ceil(visits / (pumps * Number(model?.each ?? 1))));
  await em.execute(`
    insert into pump (id, site_id, tag, purpose, family, installation, details, layout, created_at)
      select c.id, c.site_id, 'F-' || lpad(c.n::text, 5, '0'), p.purpose, p.family, p.installation,
        p.details, p.layout, now() from copied c join pump p on p.id = c.model;
    insert into curve (id, pump_id, rating, source, created_at)
      select gen_random_uuid(), c.id, r.rating, r.source, now()
        from copied c join curve r on r.pump_id = c.model
        where not exists (select from curve n where n.supersedes = r.id);
    insert into plate (id, pump_id, kind, facts, created_at)
      select gen_random_uuid(), c.id, t.kind, t.facts, now()
        from copied c join plate t on t.pump_id = c.model
        where not exists (select from plate n where n.supersedes = t.id);
    create temporary table visit as
      select gen_random_uuid() as id, c.id as pump_id, l.id as model,
          make_interval(days => ${BEFORE} * k) as before
        from copied c join log_entry l on l.pump_id = c.model
        cross join generate_series(0, ${times - 1}) k`);
  onProgress(0.03, "visits");
  await em.execute(`
    insert into log_entry (id, pump_id, person_id, at, kind, title, body)
      select v.id, v.pump_id, l.person_id, l.at - v.before, l.kind, l.title, l.body
        from visit v join log_entry l on l.id = v.model`);
  onProgress(0.25, "visits");
  await em.execute(`
    insert into visit_points (log_entry_id, pump_id, at, kind, engine, fingerprint, points)
      select v.id, v.pump_id, o.at - v.before, o.kind, o.engine, o.fingerprint, o.points
        from visit v join visit_points o on o.log_entry_id = v.model;
    insert into pump_trend (pump_id, engine, base, percent, points)
      select c.id, t.engine, t.base, t.percent, t.points
        from copied c join pump_trend t on t.pump_id = c.model`);
  await em.execute(
    `insert into run_sheet
       (id, pump_id, kind, complaint, codes, caller_note, due_at, opened_at, forecast)
       select gen_random_uuid(), c.id, 'call', 'gives too little', '[]', '', now(), now(),
         (select forecast from run_sheet where forecast is not null limit 1)
       from copied c order by c.n limit ?::int`,
    [openSheets],
  );
  await em.execute(`
    insert into sheet_entry
        (id, sheet_id, person_id, at, received_at, kind, version, supersedes, body)
      select gen_random_uuid(), r.id, e.person_id, e.at, e.received_at, e.kind, e.version, null, e.body
        from run_sheet r join copied c on c.id = r.pump_id
        cross join (select * from sheet_entry order by seq limit 2) e`);
  await oldReadings(em, oldEntries, onProgress);
  await em.execute("drop table model, copied, visit");
  onProgress(0.98, "statistics");
  await em.execute("analyze");
  onProgress(1, "done");
}

/** A signed sheet for each pump, with entries of years spread over them. */
async function oldReadings(
  em: EntityManager,
  count: number,
  onProgress: OnProgress,
): Promise<void> {
  if (count === 0) return;
  await em.execute(`
    create temporary table signed as
      select gen_random_uuid() as id, id as pump_id, n from copied;
    insert into run_sheet
        (id, pump_id, kind, complaint, codes, caller_note, due_at, opened_at, signed_at)
      select id, pump_id, 'round', '', '[]', '', now(), now(), now() from signed;
    create temporary table old_entry as
      select *, row_number() over (order by seq) - 1 as at_n from sheet_entry limit 2;
    analyze signed`);
  for (let from = 0; from < count; from += AT_ONCE) {
    onProgress(0.3 + (0.68 * from) / count, "readings");
    await em.execute(
      `insert into sheet_entry (id, sheet_id, person_id, at, received_at, kind, version, supersedes, body)
         select gen_random_uuid(), s.id, m.person_id, now(), now(),
           case when g % 10 = 0 then 'note' else m.kind end, 2, null,
           case when g % 10 = 0
             then jsonb_build_object('note', jsonb_build_object('topic', 'zero', 'value', '0 bar',
               'instrument', (select id from instrument where pump_id is null order by id limit 1)))
             else m.body end
         from generate_series(?::int, ?::int) g
         -- How many there are is one figure for the whole statement, so that a sheet is looked up and not searched for.
         join signed s on s.n = g % (select count(*) from signed) join old_entry m on m.at_n = g % 2`,
      [from, Math.min(from + AT_ONCE, count) - 1],
    );
  }
  await em.execute("drop table signed, old_entry");
}
