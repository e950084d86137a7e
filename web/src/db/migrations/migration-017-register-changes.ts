import { Migration } from "@mikro-orm/migrations";

/**
 * What stood in the register before each change of it, so that it can be put back: a pump's names and place, or what is
 * known of it, its lines and its motor.
 */
export class Migration017RegisterChanges extends Migration {
  override up(): void {
    this.addSql(`
      create table register_change (
        id uuid primary key, pump_id uuid not null references pump,
        kind text not null check (kind in ('names', 'facts')),
        before jsonb not null, after jsonb not null, moved jsonb,
        made_by uuid references person, made_at timestamptz not null default clock_timestamp()
      );
      create index register_change_pump on register_change (pump_id, kind, made_at desc);
      create trigger only_appended before update or delete on register_change
        for each row execute function refuse_change();
      create trigger never_emptied before truncate on register_change
        for each statement execute function refuse_change();
    `);
  }
}
