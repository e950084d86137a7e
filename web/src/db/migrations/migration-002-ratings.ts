import { Migration } from "@mikro-orm/migrations";

/** A pump may be rated by more than one curve, by one point, or by flow over pressure. */
export class Migration002Ratings extends Migration {
  override up(): void {
    this.addSql(`
      alter table curve rename column sheet to rating;
      update curve set rating = jsonb_build_object('curve', jsonb_build_array(rating));
    `);
  }
}
