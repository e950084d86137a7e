import { Migration } from "@mikro-orm/migrations";

/** Rounds: how often, in which order a place is walked, which two pumps are read beside each other, hours run. */
export class Migration011Rounds extends Migration {
  override up(): void {
    this.addSql(`
      alter table pump
        add column walk integer,
        add column twin_id uuid references pump check (twin_id <> id),
        add column round_days integer not null default 91 check (round_days between 1 and 3660),
        add column round_hours integer check (round_hours between 1 and 1000000);

      create table hours_run (
        id uuid primary key, pump_id uuid not null references pump,
        log_entry_id uuid references log_entry,
        hours double precision not null check (hours >= 0 and hours < 1e6),
        at timestamptz not null, person_id uuid not null references person
      );
      create index hours_run_pump on hours_run (pump_id, at);
      create trigger only_appended before update or delete on hours_run
        for each row execute function refuse_change();
      create trigger never_emptied before truncate on hours_run
        for each statement execute function refuse_change();

      alter table promise drop constraint promise_kind_check;
      alter table promise add constraint promise_kind_check
        check (kind in ('recheck', 'parts', 'watch', 'round'));
      alter table promise add column due_hours double precision check (due_hours >= 0);
      update promise set kind = 'round' where kind = 'recheck' and what = 'Next round';
    `);
  }
}
