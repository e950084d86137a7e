import { Migration } from "@mikro-orm/migrations";

/** The first tables. Appended tables refuse change and removal in the database itself. */
export class Migration001First extends Migration {
  override up(): void {
    this.addSql(`
      create table person (
        id uuid primary key, name text not null check (name <> ''), role text not null,
        units text not null check (units in ('metric', 'us'))
      );
      create table site (
        id uuid primary key, name text not null check (name <> ''), zone text not null,
        units text not null check (units in ('metric', 'us')),
        conditions jsonb not null, created_at timestamptz not null
      );
      create table pump (
        id uuid primary key, site_id uuid not null references site,
        tag text not null check (tag <> ''), purpose text not null, family text not null,
        installation text check (installation in ('flooded', 'lift', 'submerged')),
        details jsonb not null, layout jsonb not null,
        created_at timestamptz not null, version int not null default 1,
        unique (site_id, tag)
      );
      create table curve (
        id uuid primary key, pump_id uuid not null references pump, sheet jsonb not null,
        source text not null, created_at timestamptz not null,
        supersedes uuid references curve
      );
      create table plate (
        id uuid primary key, pump_id uuid not null references pump,
        kind text not null check (kind in ('body', 'motor')), facts jsonb not null,
        created_at timestamptz not null, supersedes uuid references plate
      );
      create table fingerprint (
        id uuid primary key, pump_id uuid not null references pump,
        taken_at timestamptz not null, reason text not null, snapshots jsonb not null
      );
      create table instrument (
        id uuid primary key, name text not null, kind text not null,
        pump_id uuid references pump, unit text not null,
        range_low text, range_high text, percent double precision check (percent between 0 and 100),
        division text, gauge_height text, tapping_height text,
        line text check (line in ('full', 'empty'))
      );
      create table zero_check (
        id uuid primary key, instrument_id uuid not null references instrument,
        at timestamptz not null, deviation text not null, passed boolean not null,
        person_id uuid not null references person
      );
      create table run_sheet (
        id uuid primary key, pump_id uuid not null references pump,
        kind text not null check (kind in ('call', 'round')),
        complaint text not null, codes jsonb not null, caller_note text not null,
        due_at timestamptz not null, opened_at timestamptz not null, signed_at timestamptz,
        version int not null default 1
      );
      create table reading (
        id uuid primary key, sheet_id uuid not null references run_sheet,
        person_id uuid not null references person, at timestamptz not null,
        received_at timestamptz not null, snapshot text not null, slot text not null,
        raw text not null, unit text, si double precision check (si <> 'NaN'),
        fault text, reason text, supersedes uuid
      );
      create table observation (
        id uuid primary key, sheet_id uuid not null references run_sheet,
        person_id uuid not null references person, at timestamptz not null,
        received_at timestamptz not null, observation text not null,
        state text not null check (state in ('present', 'absent', 'not-looked'))
      );
      create table acknowledgement (
        id uuid primary key, sheet_id uuid not null references run_sheet,
        person_id uuid not null references person, at timestamptz not null,
        received_at timestamptz not null, caution text not null
      );
      create table test_outcome (
        id uuid primary key, sheet_id uuid not null references run_sheet,
        person_id uuid not null references person, at timestamptz not null,
        received_at timestamptz not null, test text not null, outcome text
      );
      create table log_entry (
        id uuid primary key, pump_id uuid not null references pump,
        sheet_id uuid references run_sheet, person_id uuid not null references person,
        at timestamptz not null, kind text not null, title text not null, body jsonb not null,
        supersedes uuid references log_entry
      );
      create table milestone (name text primary key, at timestamptz not null);

      create index on pump (site_id);
      create index on curve (pump_id);
      create index on plate (pump_id);
      create index on fingerprint (pump_id);
      create index on instrument (pump_id);
      create index on run_sheet (pump_id);
      create index on run_sheet (due_at) where signed_at is null;
      create index on reading (sheet_id);
      create index on observation (sheet_id);
      create index on acknowledgement (sheet_id);
      create index on test_outcome (sheet_id);
      create index on log_entry (pump_id, at desc);
      create index on log_entry (at desc);

      create function refuse_change() returns trigger language plpgsql as $$
        begin
          raise exception '% is only appended to; write a correction that supersedes', tg_table_name;
        end $$;
    `);
    for (const table of APPENDED) {
      this.addSql(
        `create trigger only_appended before update or delete on ${table}
           for each row execute function refuse_change();`,
      );
    }
  }
}

const APPENDED = [
  "reading",
  "observation",
  "acknowledgement",
  "test_outcome",
  "log_entry",
  "zero_check",
];
