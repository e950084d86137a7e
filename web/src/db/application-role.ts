/**
 * The role that the application connects as: it reads and writes rows and can do nothing else. It owns no table, so
 * that it can neither alter one nor turn a trigger off; of what is only appended it changes nothing.
 */
import type { EntityManager } from "@mikro-orm/postgresql";
import * as z from "zod";
import { selected } from "./rows";

/** Tables whose rows are only ever added to; each has a trigger that says so to any other role. */
const APPENDED = [
  "audit",
  "curve",
  "fingerprint",
  "hours_run",
  "line_proposal",
  "log_entry",
  "photo",
  "plate",
  "register_change",
  "sheet_entry",
  "zero_check",
];

/** What the application only reads. */
const READ = ["mikro_orm_migrations", "auth.secret", "upkeep"];

/** The address of the application's role is none. */
export class NoApplicationAddress extends Error {}

function roleOf(url: string): { role: string; secret: string } {
  try {
    const { username, password } = new URL(url);
    const [role, secret] = [decodeURIComponent(username), decodeURIComponent(password)];
    if (role !== "" && secret !== "") return { role, secret };
  } catch {
    // No address, or one that is not written as addresses are.
  }
  throw new NoApplicationAddress("no role and password");
}

const roleRow = z.object({ n: z.coerce.number() });
const madeRow = z.object({ sql: z.string(), name: z.string() });

/**
 * Makes the role of an address, or gives it this password, and lets it have what the application needs.
 * @param url - of the application; its role and password are read from it
 * @throws {NoApplicationAddress} where there are none in it; nothing was changed
 */
export async function letIn(em: EntityManager, url: string): Promise<void> {
  const { role, secret } = roleOf(url);
  const there = "select count(*) as n from pg_roles where rolname = ?";
  const [known] = await selected(em, roleRow, there, [role]);
  const statement = `${known?.n ? "alter" : "create"} role %I login nosuperuser nocreatedb nocreaterole password %L`;
  // A name and a password go into such a statement as text: the database itself quotes them.
  const [made] = await selected(
    em,
    madeRow,
    "select format(?::text, ?::text, ?::text) as sql, quote_ident(?::text) as name",
    [statement, role, secret, role],
  );
  if (!made) throw new Error("no statement was made");
  for (const sql of [
    made.sql,
    `grant usage on schema public, auth to ${made.name}`,
    `grant select, insert, update, delete on all tables in schema public, auth to ${made.name}`,
    `grant usage, select on all sequences in schema public, auth to ${made.name}`,
    // An archive brings its order along; what is written afterwards comes after it.
    `grant update on sequence entry_order to ${made.name}`,
    `revoke update, delete on ${APPENDED.join(", ")} from ${made.name}`,
    `revoke insert, update, delete on ${READ.join(", ")} from ${made.name}`,
  ])
    await em.execute(sql);
}
