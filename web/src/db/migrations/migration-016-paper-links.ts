import { Migration } from "@mikro-orm/migrations";

/** An address opens one paper: a visit's report, a year of a place, a pump's warranty claim, or the card for the next pump. */
export class Migration016PaperLinks extends Migration {
  override up(): void {
    this.addSql(`
      alter table report_link rename to paper_link;
      alter index report_link_entry rename to paper_link_entry;
      alter table paper_link
        alter column log_entry_id drop not null,
        add column kind text not null default 'visit' check (kind in ('visit', 'year', 'claim', 'next')),
        add column site_id uuid references site,
        add column pump_id uuid references pump,
        add column year integer check (year between 1990 and 2199);
      alter table paper_link alter column kind drop default;
      alter table paper_link add constraint paper_link_of check (
        case kind
          when 'visit' then log_entry_id is not null and num_nonnulls(site_id, pump_id, year) = 0
          when 'year' then num_nonnulls(site_id, year) = 2 and num_nonnulls(log_entry_id, pump_id) = 0
          else pump_id is not null and num_nonnulls(log_entry_id, site_id, year) = 0
        end
      );
      create index paper_link_pump on paper_link (pump_id, made_at desc) where pump_id is not null;
      create index paper_link_site on paper_link (site_id, made_at desc) where site_id is not null;
    `);
  }
}
