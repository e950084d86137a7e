/** A yard of any size, multiplied from the demo: for tests and figures of what grows. */
import type { EntityManager } from "@mikro-orm/postgresql";

export interface YardSize {
  readonly pumps: number;
  /** Run sheets that wait, each with some entries. */
  readonly openSheets: number;
  /** Signed sheets with that many entries in all: readings of years, and notes of the van's gauges. */
  readonly oldEntries?: number;
}

/** Pumps at one place. */
const AT_A_PLACE = 40;

/** Each statement takes the sizes; a pump of the demo stands model for every twentieth. */
export async function fillYard(em: EntityManager, size: YardSize): Promise<void> {
  const { pumps, openSheets, oldEntries = 0 } = size;
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
      select gen_random_uuid() as id, c.id as pump_id, l.id as model
        from copied c join log_entry l on l.pump_id = c.model;
    insert into log_entry (id, pump_id, person_id, at, kind, title, body)
      select v.id, v.pump_id, l.person_id, l.at, l.kind, l.title, l.body
        from visit v join log_entry l on l.id = v.model;
    insert into visit_points (log_entry_id, pump_id, at, kind, engine, fingerprint, points)
      select v.id, v.pump_id, o.at, o.kind, o.engine, o.fingerprint, o.points
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
  await em.execute(
    `with signed as (
       insert into run_sheet
           (id, pump_id, kind, complaint, codes, caller_note, due_at, opened_at, signed_at)
         select gen_random_uuid(), c.id, 'round', '', '[]', '', now(), now(), now()
         from copied c where ?::int > 0 returning id
     ), numbered as (select id, row_number() over () - 1 as n, count(*) over () as all_of_them from signed),
     model as (select *, row_number() over (order by seq) - 1 as n from sheet_entry limit 2)
     insert into sheet_entry (id, sheet_id, person_id, at, received_at, kind, version, supersedes, body)
       select gen_random_uuid(), s.id, m.person_id, now(), now(),
         case when g % 10 = 0 then 'note' else m.kind end, 2, null,
         case when g % 10 = 0
           then jsonb_build_object('note', jsonb_build_object('topic', 'zero', 'value', '0 bar',
             'instrument', (select id from instrument where pump_id is null order by id limit 1)))
           else m.body end
       from generate_series(0, ?::int - 1) g
       join numbered s on s.n = g % s.all_of_them join model m on m.n = g % 2`,
    [oldEntries, oldEntries],
  );
  await em.execute("drop table model, copied, visit");
  await em.execute("analyze");
}
