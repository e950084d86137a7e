import { Migration } from "@mikro-orm/migrations";

/** Visits of which somebody said what it really was, newest first: few among many. */
export class Migration007Settled extends Migration {
  override up(): void {
    this.addSql(`
      create index settled_visits on log_entry (at desc) where body->>'was' is not null;
    `);
  }
}
