import { Migration } from "@mikro-orm/migrations";

/**
 * The zeros a gauge was found at, newest first: a gauge of the van has thousands, and only the last ones are asked
 * for. The index of all notes cannot give these in order, since a zero names no fact.
 */
export class Migration006Zeros extends Migration {
  override up(): void {
    this.addSql(`
      create index zeros_of_an_instrument on sheet_entry ((body->'note'->>'instrument'), seq)
        where kind = 'note' and body->'note'->>'topic' = 'zero';
    `);
  }
}
