import { Migration } from "@mikro-orm/migrations";

/** Addresses that open the report of one visit for whoever has them; only their hashes are kept. */
export class Migration014ReportLinks extends Migration {
  override up(): void {
    this.addSql(`
      create table report_link (
        id uuid primary key, log_entry_id uuid not null references log_entry,
        hash text not null unique, made_by uuid not null references person,
        made_at timestamptz not null default now(), expires_at timestamptz not null,
        revoked_at timestamptz, opened_at timestamptz
      );
      create index report_link_entry on report_link (log_entry_id, made_at desc);
    `);
  }
}
