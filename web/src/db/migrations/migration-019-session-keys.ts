import { Migration } from "@mikro-orm/migrations";

/**
 * Keys of sessions: what a device signs what it writes with, so that it is known which person's own session wrote it. The
 * private half never leaves the device; this half goes with its session. What somebody sends that another wrote says who sent it.
 */
export class Migration019SessionKeys extends Migration {
  override up(): void {
    this.addSql(`
      create table auth.session_key (
        id uuid primary key,
        session_id text not null references auth."session" ("id") on delete cascade,
        public_key jsonb not null, made_at timestamptz not null default now()
      );
      create index session_key_session on auth.session_key (session_id);
    `);
    for (const table of ["sheet_entry", "photo"])
      this.addSql(`alter table ${table} add column sent_by uuid references person`);
  }
}
