/** Who uses the application, what they may see, and what they have set. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { type PersonId, personId as personIdSchema } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { signInName } from "./account-names";
import { unitOfWork } from "./connection";
import { Person } from "./entities";
import { siteQuery, type Thing } from "./grants";
import type { Sites } from "./sites";
import { columns, personRow, type PersonRow, ROLES, selected } from "./rows";

/** Everybody who is on the list, technicians first. */
export const people = async (): Promise<PersonRow[]> =>
  (await everybody(await unitOfWork())).filter((p) => p.leftAt === null);

/** Everybody who ever was on the list, within a unit of work: for the names of what they wrote. */
export async function everybody(em: EntityManager): Promise<PersonRow[]> {
  const rows = await em.find(Person, {}, { orderBy: { name: "asc" } });
  return rows
    .map((row) => personRow.parse(row))
    .sort((a, b) => ROLES.indexOf(a.role) - ROLES.indexOf(b.role));
}

/** Names of everybody who ever was on the list, by id. */
export async function namesOf(): Promise<Readonly<Record<string, string>>> {
  return Object.fromEntries((await everybody(await unitOfWork())).map((p) => [p.id, p.name]));
}

/** Somebody with what they may see. */
export interface Sighted {
  readonly person: PersonRow;
  readonly sites: Sites;
  /** The site of the thing that was asked about; null where there is no such thing. */
  readonly site: string | null;
}

const sightedRow = z.object({
  person: columns(personRow),
  sites: z.array(z.string()),
  site: z.string().nullable(),
});

/**
 * Somebody on the list, the sites they may see, and the site of a thing, in one statement; undefined once they have
 * left.
 */
export async function sighted(id: string, thing?: Thing): Promise<Sighted | undefined> {
  const [site, ...about] = thing ? siteQuery(thing) : ["select null::uuid"];
  const [row] = await selected(
    await unitOfWork(),
    sightedRow,
    `select to_jsonb(p) as person, (${site}) as site,
       (select coalesce(jsonb_agg(distinct g.site_id), '[]') from site_grant g
          where g.person_id = p.id
             or g.team_id in (select m.team_id from team_member m where m.person_id = p.id)) as sites
     from person p where p.id = ? and p.left_at is null`,
    [...about, id],
  );
  if (!row) return undefined;
  const all = row.person.everywhere || row.person.role === "administrator";
  return { ...row, sites: all ? "all" : row.sites };
}

export type NewPerson = Pick<PersonRow, "name" | "role" | "units" | "everywhere">;

/** Somebody new, with an account that nobody can sign in to yet; undefined when the name is taken. */
export async function addPerson(person: NewPerson): Promise<PersonId | undefined> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const id = personIdSchema.parse(newId());
    // The name first: where it is another's, nobody was made.
    if (!(await makeAccount(tx, id, person.name))) return undefined;
    tx.create(Person, { ...person, id, settings: {}, leftAt: null });
    await tx.flush();
    return id;
  });
}

/** Keeps a name for somebody to sign in under; false when it is another's. */
export async function makeAccount(em: EntityManager, id: string, name: string): Promise<boolean> {
  const made = await selected(
    em,
    z.object({ id: z.string() }),
    `insert into auth."user" ("id", "name", "email", "emailVerified", "username", "displayUsername")
       values (?, ?, ?, false, ?, ?) on conflict ("username") do nothing returning "id"`,
    [id, name, `${id}@person.invalid`, signInName(name), name],
  );
  return made.length > 0;
}

/** Keeps what a person has set. */
export async function saveSettings(id: PersonId, settings: PersonRow["settings"]): Promise<void> {
  const em = await unitOfWork();
  await em.nativeUpdate(Person, { id }, { settings });
}

/** Keeps the units somebody thinks in. */
export async function saveUnits(id: PersonId, units: PersonRow["units"]): Promise<void> {
  await (await unitOfWork()).nativeUpdate(Person, { id }, { units });
}
