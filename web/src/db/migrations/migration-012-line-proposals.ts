import { Migration } from "@mikro-orm/migrations";

/** Changes of a pump's line that were proposed: what was drawn then and what was to be mended, as it was asked. */
export class Migration012LineProposals extends Migration {
  override up(): void {
    this.addSql(`
      create table line_proposal (
        id uuid primary key, pump_id uuid not null references pump,
        asked jsonb not null check (octet_length(asked::text) < 1000000),
        made_by uuid not null references person, made_at timestamptz not null default now()
      );
      create index line_proposal_pump on line_proposal (pump_id, made_at desc);
      create trigger only_appended before update or delete on line_proposal
        for each row execute function refuse_change();
      create trigger never_emptied before truncate on line_proposal
        for each statement execute function refuse_change();
    `);
  }
}
