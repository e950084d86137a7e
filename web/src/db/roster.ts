/** The list of people as the administrator keeps it: roles, sites, who has left. */
import type { EntityManager } from "@mikro-orm/postgresql";
import type { PersonId } from "@yard-tack/core/case";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { Person, RunSheet } from "./entities";
import { giveSite } from "./grants";
import { columns, personRow, type PersonRow, selected } from "./rows";

const listedRow = columns(
  z.object({
    person: columns(personRow),
    sites: z.array(z.string()),
    hasPassphrase: z.boolean(),
    lastSeen: z.coerce.date().nullable(),
  }),
);

/** Somebody as the administrator's list has them. */
export interface Listed {
  readonly person: PersonRow;
  /** Sites given to them alone, by id. */
  readonly sites: readonly string[];
  readonly hasPassphrase: boolean;
  /** When they last signed in. */
  readonly lastSeen: string | null;
}

/** Everybody who ever was on the list, by role and name, those who left last. */
export async function listedPeople(): Promise<readonly Listed[]> {
  const rows = await selected(
    await unitOfWork(),
    listedRow,
    `select to_jsonb(p) as person,
       (select coalesce(jsonb_agg(g.site_id), '[]') from site_grant g where g.person_id = p.id) as sites,
       exists (select from auth.account a where a."userId" = p.id::text) as has_passphrase,
       (select max(d.last_at) from device_person d where d.person_id = p.id) as last_seen
     from person p order by p.left_at is not null, p.name`,
    [],
  );
  return rows.map(({ lastSeen, ...row }) => ({
    ...row,
    lastSeen: lastSeen?.toISOString() ?? null,
  }));
}

/** What the administrator decides of somebody. */
export interface Decided {
  readonly role: PersonRow["role"];
  readonly everywhere: boolean;
  readonly sites: readonly string[];
}

/**
 * Changes somebody's role and sites. One administrator who can sign in has to remain.
 * @returns whether it was done
 */
export async function decide(
  id: PersonId,
  { role, everywhere, sites }: Decided,
): Promise<"done" | "no-such-person" | "last-administrator"> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    if (role !== "administrator" && !(await anotherAdministrator(tx, id)))
      return "last-administrator";
    const changed = await tx.nativeUpdate(Person, { id, leftAt: null }, { role, everywhere });
    if (changed === 0) return "no-such-person";
    await tx.execute("delete from site_grant where person_id = ?", [id]);
    for (const site of sites) await giveSite(tx, { personId: id }, site);
    return "done";
  });
}

/**
 * Takes somebody off the list: they sign in no more, and what they wrote keeps their name.
 * @returns whether it was done
 */
export async function takeOff(
  id: PersonId,
): Promise<"done" | "no-such-person" | "last-administrator"> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    if (!(await anotherAdministrator(tx, id))) return "last-administrator";
    const left = await tx.nativeUpdate(Person, { id, leftAt: null }, { leftAt: new Date() });
    if (left === 0) return "no-such-person";
    await tx.execute(`delete from auth.session where "userId" = ?`, [id]);
    await tx.execute(`delete from auth.account where "userId" = ?`, [id]);
    await tx.nativeUpdate(RunSheet, { assignedTo: id, signedAt: null }, { assignedTo: null });
    // Their name is free for somebody else.
    await tx.execute(`update auth."user" set "username" = null where "id" = ?`, [id]);
    return "done";
  });
}

/**
 * Makes a number of the name of somebody who has left: what they wrote and signed stays, and who it was is known no
 * more.
 * @returns the number, undefined where nobody of that id has left
 */
export async function eraseName(id: PersonId): Promise<string | undefined> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const number = `Person ${id.slice(0, 8)}`;
    const gone = { name: number, settings: {} };
    if ((await tx.nativeUpdate(Person, { id, leftAt: { $ne: null } }, gone)) === 0)
      return undefined;
    await tx.execute(`update auth."user" set "name" = ?, "displayUsername" = null where "id" = ?`, [
      number,
      id,
    ]);
    await tx.execute("update device_person set agent = '' where person_id = ?", [id]);
    return number;
  });
}

/** Whether somebody else is an administrator; their rows are locked, so that two cannot leave at once. */
async function anotherAdministrator(tx: EntityManager, id: PersonId): Promise<boolean> {
  const rows = await selected(
    tx,
    z.object({ id: z.string() }),
    "select id from person where role = 'administrator' and left_at is null for update",
    [],
  );
  return rows.some((r) => r.id !== id);
}
