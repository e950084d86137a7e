import { Migration } from "@mikro-orm/migrations";
import { upgradeEntry } from "@yard-tack/core/visit";
import * as z from "zod";

/**
 * A visit's entries become one stream in the order of the server, each naming what it replaces. What a
 * visit left is kept with its result and its points; no two rows can stand in place of one.
 */
export class Migration004Entries extends Migration {
  override async up(): Promise<void> {
    await this.execute(`
      create sequence entry_order as int;
      create table sheet_entry (
        id uuid primary key, sheet_id uuid not null references run_sheet,
        seq int not null default nextval('entry_order') unique,
        person_id uuid not null references person, at timestamptz not null,
        received_at timestamptz not null,
        kind text not null
          check (kind in ('reading', 'observation', 'acknowledgement', 'test', 'note')),
        version int not null, supersedes uuid,
        body jsonb not null check (jsonb_typeof(body) = 'object')
      );
      ${FIRST} ${COPIES.map(copied).join(" union all ")}
      order by at, received_at, id;
    `);
    await this.upgradeNotes();
    await this.execute(`
      create index on sheet_entry (sheet_id, seq);
      create index on sheet_entry ((body->'note'->>'instrument'), seq) where kind = 'note';
      create trigger only_appended before update or delete on sheet_entry
        for each row execute function refuse_change();
      drop table reading, observation, acknowledgement, test_outcome, sheet_note;

      alter table photo add column seq int not null default nextval('entry_order') unique;
      alter table run_sheet add column forecast jsonb;
      alter table log_entry add column result jsonb;
      create index on log_entry (sheet_id);
      alter table fingerprint add column log_entry_id uuid references log_entry,
        add column person_id uuid references person;
      create unique index one_correction_of_a_log_entry on log_entry (supersedes);
      create table visit_points (
        log_entry_id uuid primary key references log_entry,
        pump_id uuid not null references pump, at timestamptz not null, kind text not null,
        engine text not null, fingerprint boolean not null, points jsonb not null
      );
      create index on visit_points (pump_id, at);
    `);
    for (const [table, of] of CHAINS) await this.execute(oneChain(table, of));
  }

  /** Notes had a key with dots; each becomes what it notes. One whose key means nothing stays as it is. */
  private async upgradeNotes(): Promise<void> {
    const rows = oldNotes.parse(
      await this.execute("select id, body from sheet_entry where kind = 'note'"),
    );
    const upgraded = rows.flatMap(({ id, body }) => {
      const entry = upgradeEntry({ ...body, kind: "note" });
      return entry.ok ? [{ id, body: { note: entry.value["note"] } }] : [];
    });
    await this.execute(
      `update sheet_entry e set version = 2, body = n.body
         from jsonb_to_recordset(?::jsonb) as n(id uuid, body jsonb) where n.id = e.id`,
      [JSON.stringify(upgraded)],
    );
  }
}

const oldNotes = z.array(z.object({ id: z.string(), body: z.record(z.string(), z.unknown()) }));

const FIRST = `insert into sheet_entry
  (id, sheet_id, person_id, at, received_at, kind, version, supersedes, body) `;

/** What was in tables of its own, by kind: table, what it replaces, body. */
const COPIES = [
  [
    "reading",
    "reading",
    "supersedes",
    `jsonb_build_object('snapshot', snapshot, 'slot', slot, 'raw', raw, 'unit', unit, 'si', si,
       'fault', fault, 'reason', reason)`,
  ],
  [
    "observation",
    "observation",
    "null",
    "jsonb_build_object('observation', observation, 'state', state)",
  ],
  ["acknowledgement", "acknowledgement", "null", "jsonb_build_object('caution', caution)"],
  ["test", "test_outcome", "null", "jsonb_build_object('test', test, 'outcome', outcome)"],
  ["note", "sheet_note", "null", "jsonb_build_object('key', key, 'text', text)"],
] as const;

/** The times of the devices decided until now, and stay what decides between old entries. */
const copied = ([kind, table, supersedes, body]: (typeof COPIES)[number]) =>
  `select id, sheet_id, person_id, at, received_at, '${kind}', 1, ${supersedes}::uuid, ${body}
     from ${table}`;

/** Rows that replace one another, and what has one such chain. */
const CHAINS = [
  ["plate", "pump_id, kind"],
  ["curve", "pump_id"],
] as const;

/** Two saves at once could both be in force: the later one replaces the earlier one from here on. */
const oneChain = (table: string, of: string) => `
  with chain as (
    select id, lag(id) over (partition by ${of} order by created_at, id) as before from ${table}
  )
  update ${table} t set supersedes = chain.before from chain where chain.id = t.id;
  create unique index one_successor_of_a_${table} on ${table} (supersedes);
  create unique index one_first_${table} on ${table} (${of}) where supersedes is null;
`;
