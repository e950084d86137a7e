import { Migration } from "@mikro-orm/migrations";

/** What a visit holds besides readings: short notes by key, and photos. Pumps can leave the yard. */
export class Migration003Visits extends Migration {
  override up(): void {
    this.addSql(`
      create table sheet_note (
        id uuid primary key, sheet_id uuid not null references run_sheet,
        person_id uuid not null references person, at timestamptz not null,
        received_at timestamptz not null, key text not null, text text not null
      );
      create index on sheet_note (sheet_id);
      create index on sheet_note (key);
      create table photo (
        id uuid primary key, sheet_id uuid not null references run_sheet,
        person_id uuid not null references person, at timestamptz not null,
        received_at timestamptz not null, about text not null,
        width int not null check (width > 0), height int not null check (height > 0),
        data bytea not null
      );
      create index on photo (sheet_id);
      alter table pump add column retired_at timestamptz;
      alter table person add column settings jsonb not null default '{}';
    `);
    for (const table of ["sheet_note", "photo"]) {
      this.addSql(
        `create trigger only_appended before update or delete on ${table}
           for each row execute function refuse_change();`,
      );
    }
  }
}
