import { Migration } from "@mikro-orm/migrations";

/** What a pump was called and where it stood before each change of it, so that it can be put back. */
export class Migration017IdentityChanges extends Migration {
  override up(): void {
    this.addSql(`
      create table identity_change (
        id uuid primary key, pump_id uuid not null references pump,
        before jsonb not null, after jsonb not null, moved jsonb not null,
        made_by uuid references person, made_at timestamptz not null default now()
      );
      create index identity_change_pump on identity_change (pump_id, made_at desc);
      create trigger only_appended before update or delete on identity_change
        for each row execute function refuse_change();
      create trigger never_emptied before truncate on identity_change
        for each statement execute function refuse_change();
    `);
  }
}
