import { Migration } from "@mikro-orm/migrations";

/**
 * What views of a full yard ask for: a pump's trend is kept with the pump, and what the newest note of a
 * gauge says is found without reading all notes there ever were.
 */
export class Migration005Views extends Migration {
  override up(): void {
    this.addSql(`
      create table pump_trend (
        pump_id uuid primary key references pump, engine text not null,
        base text check (base in ('fingerprint', 'first-visit')),
        percent double precision, points jsonb not null
      );
      create index on pump_trend (percent) where percent < 0;
      drop index if exists sheet_entry_expr_seq_idx;
      create index about_an_instrument on sheet_entry
        ((body->'note'->>'instrument'), (body->'note'->>'topic'), (body->'note'->>'fact'), seq)
        where kind = 'note';
      create index on run_sheet (pump_id) where signed_at is null;
      create index on zero_check (instrument_id, at);
      create index on pump (tag);
    `);
  }
}
