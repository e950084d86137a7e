import { Migration } from "@mikro-orm/migrations";

/**
 * Words that are looked for: every text that is found has them as a column or an index, so that no list has to be read
 * through. Questions that somebody asks of the log again and again are kept under a name.
 */
export class Migration013Find extends Migration {
  override up(): void {
    this.addSql(`
      create function words_of(written text) returns tsvector
        language sql immutable parallel safe as $$
          select to_tsvector('pg_catalog.simple'::regconfig,
            regexp_replace(lower(coalesce(written, '')), '[^[:alnum:]]+', ' ', 'g'))
        $$;
      create function texts_in(facts jsonb) returns text language sql immutable parallel safe as $$
        select coalesce(jsonb_path_query_array(facts, '$.*')::text, '')
      $$;

      alter table log_entry add column words tsvector generated always as (
        words_of(title || ' ' || coalesce(body->>'found', '') || ' ' || coalesce(body->>'done', '')
          || ' ' || coalesce(body->>'proof', '')
          || ' ' || coalesce(jsonb_path_query_array(body, '$.words[*].text')::text, ''))
      ) stored;
      -- What was done and used, apart from what was only found.
      alter table log_entry add column work_words tsvector generated always as (
        words_of(coalesce(body->>'done', '')
          || ' ' || coalesce(jsonb_path_query_array(body, '$.words[*].text')::text, ''))
      ) stored;
      alter table log_entry add column cause text generated always as (
        case when body->>'was' = 'healthy' then null else coalesce(body->>'was', body->>'cause') end
      ) stored;
      create index log_entry_work_words on log_entry using gin (work_words);
      create index log_entry_words on log_entry using gin (words);
      create index log_entry_cause on log_entry (cause, at desc) where cause is not null;
      create index log_entry_person on log_entry (person_id, at desc);
      -- Kept, for a list that asks them of every row would work them out again for each.
      alter table pump add column words tsvector generated always as (
        words_of(tag || ' ' || purpose || ' ' || family)
      ) stored;
      alter table site add column words tsvector generated always as (words_of(name)) stored;
      create index pump_words on pump using gin (words);
      create index plate_words on plate using gin (words_of(texts_in(facts)));
      create index site_words on site using gin (words);

      create table log_view (
        id uuid primary key, person_id uuid not null references person,
        name text not null check (name <> '' and length(name) <= 60),
        asked jsonb not null check (octet_length(asked::text) < 2000),
        made_at timestamptz not null default now(), unique (person_id, name)
      );
    `);
  }
}
