/** Accounts: the secret that signs cookies, one-time addresses, passphrases, and the end of sessions. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { type PersonId, personId as personIdSchema } from "@yard-tack/core/case";
import { createHash, randomBytes } from "node:crypto";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { signInName } from "./account-names";
import { unitOfWork } from "./connection";
import { Milestone, Person } from "./entities";
import { DEMO_PEOPLE } from "./demo/people";
import { everybody, makeAccount } from "./people";
import { idRow, personRow, type PersonRow, selected } from "./rows";

/** What cookies are signed with: of this database, so that several servers on it agree. */
export async function authSecret(): Promise<string> {
  const row = z.object({ value: z.string().min(32) });
  const [secret] = await selected(await unitOfWork(), row, "select value from auth.secret", []);
  if (!secret) throw new Error("auth.secret has no row");
  return secret.value;
}

/** Stands for the one who will be the first administrator. */
const FIRST = "first";

/** How long a one-time address is good [h]. */
export const WELCOME_HOURS = 48;

/** Only its hash is kept: whoever reads the database cannot use it. */
const identifierOf = (token: string) =>
  `welcome:${createHash("sha256").update(token).digest("hex")}`;

/** An address that lets somebody choose a passphrase, once; one made before for them is good no more. */
async function makeWelcome(em: EntityManager, whom: PersonId | typeof FIRST): Promise<string> {
  const token = randomBytes(24).toString("base64url");
  await em.execute(
    `delete from auth.verification where identifier like 'welcome:%' and (value = ? or "expiresAt" < now())`,
    [whom],
  );
  await em.execute(
    `insert into auth.verification ("id", "identifier", "value", "expiresAt")
       values (?, ?, ?, now() + make_interval(hours => ?))`,
    [newId(), identifierOf(token), whom, WELCOME_HOURS],
  );
  return token;
}

/** {@link makeWelcome} for somebody on the list; undefined when they are not. */
export async function welcomeFor(id: PersonId): Promise<string | undefined> {
  const em = await unitOfWork();
  const there = await em.count(Person, { id, leftAt: null });
  return there > 0 ? makeWelcome(em, id) : undefined;
}

/** {@link welcomeFor} by the name somebody signs in under; tries at it are forgotten, and it is in the trail. */
export async function letInByName(em: EntityManager, name: string): Promise<string | undefined> {
  const username = signInName(name);
  const sql = `select p.id from auth."user" u join person p on p.id::text = u."id"
    where u."username" = ? and p.left_at is null`;
  const [found] = await selected(em, idRow, sql, [username]);
  if (!found) return undefined;
  return em.transactional(async (tx) => {
    await tx.execute("delete from auth.attempts where key = ? or starts_with(key, ?)", [
      `name:${username}`,
      `name:${username} at `,
    ]);
    await tx.execute(
      "insert into audit (person_id, action, about, device) values (null, ?, ?, 'on the machine')",
      ["one-time address made", found.id],
    );
    return makeWelcome(tx, personIdSchema.parse(found.id));
  });
}

/** A one-time address for the first administrator; undefined where there is one who can sign in, or the demo. */
export async function firstWelcome(em: EntityManager): Promise<string | undefined> {
  const [able] = await selected(
    em,
    idRow,
    `select p.id from person p where p.role = 'administrator' and p.left_at is null
       and exists (select from auth.account a where a."userId" = p.id::text) limit 1`,
    [],
  );
  return able || (await em.count(Milestone, { name: "demo" })) > 0
    ? undefined
    : makeWelcome(em, FIRST);
}

/** Whom a one-time address welcomes; undefined when it was used, is too old, or never was one. */
export async function welcomed(token: string): Promise<PersonRow | typeof FIRST | undefined> {
  const em = await unitOfWork();
  const [row] = await selected(em, z.object({ value: z.string() }), VALID, [identifierOf(token)]);
  if (!row || row.value === FIRST) return row && FIRST;
  const person = await em.findOne(Person, { id: row.value, leftAt: null });
  return person ? personRow.parse(person) : undefined;
}

const VALID = `select value from auth.verification where identifier = ? and "expiresAt" > now()`;

/** What somebody welcomed chose. */
export interface Welcomed {
  /** The first administrator's; of anybody else the name is known. */
  readonly name: string;
  readonly units: "metric" | "us";
  readonly hash: string;
}

/**
 * Uses a one-time address up: its person gets the passphrase and every session of theirs ends. The first
 * administrator may be somebody who was in the list before and has none.
 */
export async function takeWelcome(
  token: string,
  { name, units, hash }: Welcomed,
): Promise<PersonId | "used" | "name-taken"> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const rows = z.object({ value: z.string() });
    const [row] = await selected(tx, rows, `${VALID} for update`, [identifierOf(token)]);
    if (!row) return "used";
    const id = row.value === FIRST ? await firstAdministrator(tx, name, units) : row.value;
    if (!id) return "name-taken";
    await tx.execute("delete from auth.verification where identifier = ?", [identifierOf(token)]);
    await tx.execute(`delete from auth.session where "userId" = ?`, [id]);
    await tx.execute(
      `delete from auth.account where "userId" = ? and "providerId" = 'credential'`,
      [id],
    );
    await tx.execute(
      `insert into auth.account ("id", "accountId", "providerId", "userId", "password", "updatedAt")
         values (?, ?, 'credential', ?, ?, now())`,
      [newId(), id, id, hash],
    );
    return personIdSchema.parse(id);
  });
}

/** Makes the first administrator, or makes one of somebody who cannot sign in yet. */
async function firstAdministrator(
  tx: EntityManager,
  name: string,
  units: "metric" | "us",
): Promise<string | undefined> {
  const [known] = await selected(
    tx,
    idRow,
    `select u."id" from auth."user" u where u."username" = ?
       and not exists (select from auth.account a where a."userId" = u."id")`,
    [signInName(name)],
  );
  if (known) {
    await tx.nativeUpdate(Person, { id: known.id }, { role: "administrator", leftAt: null });
    return known.id;
  }
  const id = newId();
  const role = "administrator";
  if (!(await makeAccount(tx, id, name))) return undefined;
  tx.create(Person, { id, name, role, units, settings: {}, everywhere: true, leftAt: null });
  await tx.flush();
  return id;
}

/** The demo's people, where the demo was loaded, as long as they have no passphrase: a tap enters as one of them. */
export async function demoPeople(): Promise<PersonRow[]> {
  const em = await unitOfWork();
  if ((await em.count(Milestone, { name: "demo" })) === 0) return [];
  const able = await selected(em, idRow, `select "userId" as id from auth.account`, []);
  const free = DEMO_PEOPLE.filter((id) => !able.some((a) => a.id === id));
  const all = await everybody(em);
  return all.filter((p) => p.leftAt === null && free.includes(p.id));
}

/** Whose name it is, as it is looked up; undefined where nobody has it. */
export async function idOfName(username: string): Promise<string | undefined> {
  const sql = `select "id" from auth."user" where "username" = ?`;
  const [row] = await selected(await unitOfWork(), idRow, sql, [username]);
  return row?.id;
}

/** Whether somebody has chosen a passphrase. */
export async function hasPassphrase(id: string): Promise<boolean> {
  const sql = `select "id" from auth.account where "userId" = ? and "providerId" = 'credential'`;
  return (await selected(await unitOfWork(), idRow, sql, [id])).length > 0;
}
