import { Migration } from "@mikro-orm/migrations";

/** Procedures are entries of a visit; what was promised for later stands on its own until it is done or dropped. */
export class Migration010Promises extends Migration {
  override up(): void {
    this.addSql(`
      alter table sheet_entry drop constraint sheet_entry_kind_check;
      alter table sheet_entry add constraint sheet_entry_kind_check check (kind in
        ('reading', 'observation', 'acknowledgement', 'test', 'note', 'procedure', 'step', 'measure'));
      alter table sheet_entry drop constraint si_is_finite;
      alter table sheet_entry add constraint si_is_finite check (
        kind not in ('reading', 'measure') or coalesce(jsonb_typeof(body->'si'), 'null') = 'null'
        or abs((body->>'si')::numeric) < 1e15
      ) not valid;

      create table promise (
        id uuid primary key, pump_id uuid not null references pump,
        log_entry_id uuid references log_entry,
        kind text not null check (kind in ('recheck', 'parts', 'watch')),
        what text not null check (what <> ''), due_at timestamptz not null,
        made_by uuid not null references person, made_at timestamptz not null default now(),
        settled_at timestamptz, settled_by uuid references person,
        outcome text check (outcome in ('done', 'dropped')), why text not null default '',
        check ((settled_at is null) = (outcome is null)),
        check (outcome is distinct from 'dropped' or why <> '')
      );
      create index promise_open on promise (due_at) where settled_at is null;
      create index promise_pump on promise (pump_id, due_at);
    `);
  }
}
