import { Migration } from "@mikro-orm/migrations";

/**
 * What the next pump has to fit is kept like a plate: rows that replace one another. Instruments have a number, a
 * calibration and its end. Two pumps of the list that are one machine are told to be. Entries are found by their words alone.
 */
export class Migration015Register extends Migration {
  override up(): void {
    this.addSql(`
      alter table plate drop constraint plate_kind_check;
      alter table plate add constraint plate_kind_check check (kind in ('body', 'motor', 'fit'));

      alter table instrument
        add column serial text not null default '' check (length(serial) <= 80),
        add column calibrated_on date,
        add column good_until date check (good_until >= calibrated_on),
        add column retired_at timestamptz,
        add column version integer not null default 1;

      alter table pump add column same_as uuid references pump check (same_as <> id);
      create index pump_same_as on pump (same_as) where same_as is not null;

      -- Entries with these words, by the index of words and by nothing else: how rare the beginnings of words are the
      -- planner does not know, and it would walk the log from its end where there is not one of them.
      create function entries_with(asked tsquery, most integer) returns table (id uuid, at timestamptz)
        language sql stable set enable_seqscan = off set enable_indexscan = off as $$
          select l.id, l.at from log_entry l where l.words @@ asked limit most
        $$;
      create index plate_serial on plate ((lower(btrim(facts->>'serial')))) where facts->>'serial' is not null;
    `);
  }
}
