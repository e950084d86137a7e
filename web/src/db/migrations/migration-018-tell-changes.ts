import { Migration } from "@mikro-orm/migrations";

/** Whoever listens is told of a sheet that something came to it: an entry, a picture, its signature. */
export class Migration018TellChanges extends Migration {
  override up(): void {
    this.addSql(`
      create function tell_sheets() returns trigger language plpgsql as $$
        begin
          -- Of what comes by the hundred thousand nobody waits to be told.
          perform pg_notify('yard_sheet', s.sheet_id::text)
            from (select distinct sheet_id from fresh where sheet_id is not null limit 100) s;
          return null;
        end $$;
    `);
    for (const table of ["sheet_entry", "photo", "log_entry"])
      this
        .addSql(`create trigger tell_sheets after insert on ${table} referencing new table as fresh
        for each statement execute function tell_sheets()`);
  }
}
