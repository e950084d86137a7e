import { Migration } from "@mikro-orm/migrations";

/** A call can be somebody's: then others read it and write on it, and whoever it is of, or a lead, signs it. */
export class Migration009Whose extends Migration {
  override up(): void {
    this.addSql(`
      alter table run_sheet add column assigned_to uuid references person;
      create index run_sheet_assigned on run_sheet (assigned_to) where signed_at is null;
    `);
  }
}
