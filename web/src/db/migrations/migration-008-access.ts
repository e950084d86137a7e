import { Migration } from "@mikro-orm/migrations";

/**
 * Who may do what: accounts and sessions in a schema of the sign-in library's own, roles, sites given to people and
 * teams, and a trail of what was done that can only grow. Whoever was in the list before goes on seeing every site,
 * and has no passphrase until somebody gives them a one-time address.
 */
export class Migration008Access extends Migration {
  override up(): void {
    this.addSql(`
      create schema auth;
      create table auth."user" (
        "id" text not null primary key, "name" text not null, "email" text not null unique,
        "emailVerified" boolean not null, "image" text,
        "createdAt" timestamptz default current_timestamp not null,
        "updatedAt" timestamptz default current_timestamp not null,
        "username" text unique, "displayUsername" text
      );
      create table auth."session" (
        "id" text not null primary key, "expiresAt" timestamptz not null, "token" text not null unique,
        "createdAt" timestamptz default current_timestamp not null, "updatedAt" timestamptz not null,
        "ipAddress" text, "userAgent" text,
        "userId" text not null references auth."user" ("id") on delete cascade
      );
      create table auth."account" (
        "id" text not null primary key, "accountId" text not null, "providerId" text not null,
        "userId" text not null references auth."user" ("id") on delete cascade,
        "accessToken" text, "refreshToken" text, "idToken" text, "accessTokenExpiresAt" timestamptz,
        "refreshTokenExpiresAt" timestamptz, "scope" text, "password" text,
        "createdAt" timestamptz default current_timestamp not null, "updatedAt" timestamptz not null
      );
      create table auth."verification" (
        "id" text not null primary key, "identifier" text not null, "value" text not null,
        "expiresAt" timestamptz not null, "createdAt" timestamptz default current_timestamp not null,
        "updatedAt" timestamptz default current_timestamp not null
      );
      create index "session_userId_idx" on auth."session" ("userId");
      create index "account_userId_idx" on auth."account" ("userId");
      create index "verification_identifier_idx" on auth."verification" ("identifier");

      create table auth.secret (one boolean primary key default true check (one), value text not null);
      insert into auth.secret (value)
        values (encode(sha256((gen_random_uuid()::text || gen_random_uuid()::text)::bytea), 'hex'));
      create table auth.attempts (key varchar(255) primary key, points integer not null default 0, expire bigint);
      create index attempts_expire on auth.attempts (expire);

      alter table person
        add column everywhere boolean not null default false,
        add column left_at timestamptz,
        add constraint person_role check (role in ('technician', 'lead', 'viewer', 'administrator'));
      update person set everywhere = true;

      create table team (id uuid primary key, name text not null unique check (name <> ''));
      create table team_member (
        team_id uuid not null references team on delete cascade,
        person_id uuid not null references person, primary key (team_id, person_id)
      );
      create index team_member_person on team_member (person_id);
      create table site_grant (
        id uuid primary key, site_id uuid not null references site on delete cascade,
        person_id uuid references person, team_id uuid references team on delete cascade,
        check (num_nonnulls(person_id, team_id) = 1)
      );
      create unique index site_grant_person on site_grant (person_id, site_id) where person_id is not null;
      create unique index site_grant_team on site_grant (team_id, site_id) where team_id is not null;

      create function may_see(sites text, site uuid) returns boolean language sql immutable as
        $$ select sites = 'all' or position(site::text in sites) > 0 $$;

      create table device_person (
        device text not null, person_id uuid not null references person, agent text not null,
        first_at timestamptz not null default now(), last_at timestamptz not null default now(),
        primary key (device, person_id)
      );

      create table token (
        id uuid primary key, name text not null check (name <> ''), hash text not null unique,
        made_by uuid not null references person, scopes jsonb not null,
        made_at timestamptz not null default now(), expires_at timestamptz not null,
        revoked_at timestamptz, used_at timestamptz
      );

      create table audit (
        id bigint generated always as identity primary key,
        at timestamptz not null default now(), person_id uuid references person,
        action text not null check (action <> ''), about text not null, device text not null
      );
      create index audit_person on audit (person_id, id);
      create trigger only_appended before update or delete on audit
        for each row execute function refuse_change();
    `);
    for (const table of ["curve", "plate", "fingerprint"]) {
      this.addSql(`create trigger only_appended before update or delete on ${table}
        for each row execute function refuse_change();`);
    }
    for (const table of APPENDED) {
      this.addSql(`create trigger never_emptied before truncate on ${table}
        for each statement execute function refuse_change();`);
    }
    // A reading that is no number a gauge could show was let in by nobody; the database keeps it so.
    this.addSql(`
      alter table sheet_entry add constraint si_is_finite check (
        kind <> 'reading' or coalesce(jsonb_typeof(body->'si'), 'null') = 'null'
        or abs((body->>'si')::numeric) < 1e15
      ) not valid;
    `);
    // A name that two people have signs nobody in until one of them is changed: the older keeps it.
    this.addSql(`
      insert into auth."user" ("id", "name", "email", "emailVerified", "username", "displayUsername")
      select id::text, name, id || '@person.invalid', false,
        case when row_number() over (partition by lower(normalize(btrim(name), nfkc)) order by id) = 1
          then regexp_replace(lower(normalize(btrim(name), nfkc)), '\\s+', ' ', 'g') end, name
      from person;
    `);
  }
}

/** What is only ever added to. */
const APPENDED = [
  "audit",
  "curve",
  "fingerprint",
  "log_entry",
  "photo",
  "plate",
  "sheet_entry",
  "zero_check",
];
