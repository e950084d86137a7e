import { Migration } from "@mikro-orm/migrations";

/**
 * What the next pump has to fit is kept like a plate: rows that replace one another. Instruments have a number, a
 * calibration and its end. Two pumps of the list that are one machine are told to be.
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
      create index plate_serial on plate ((lower(btrim(facts->>'serial')))) where facts->>'serial' is not null;
    `);
  }
}
