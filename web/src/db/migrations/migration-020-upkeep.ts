import { Migration } from "@mikro-orm/migrations";

/** How the last backup, its copy elsewhere and its trial ended, and when each last went well: written by what makes them. */
export class Migration020Upkeep extends Migration {
  override up(): void {
    this.addSql(`
      create table upkeep (
        name text primary key check (name in ('backup', 'copy', 'trial')),
        at timestamptz not null, ok boolean not null, about text not null, good_at timestamptz
      );
    `);
  }
}
