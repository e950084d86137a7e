/** The demo's people, their accounts and the places they see. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { Person } from "../entities";
import { giveSite } from "../grants";
import { makeAccount } from "../people";
import { id } from "./ids";
import { PEOPLE } from "./stories";

/** The demo's people: who may be entered as by a tap. */
export const DEMO_PEOPLE: readonly string[] = PEOPLE.map(({ key }) => id("person", key));

type DemoPerson = (typeof PEOPLE)[number];

/** Those of the demo's people who are not there yet. */
export async function loadPeople(em: EntityManager): Promise<readonly DemoPerson[]> {
  const there = new Set((await em.find(Person, {})).map((p) => p.id));
  const coming = PEOPLE.filter(({ key }) => !there.has(id("person", key)));
  for (const { key, sites, ...person } of coming) {
    const everywhere = sites.length === 0;
    em.create(Person, { id: id("person", key), settings: {}, leftAt: null, everywhere, ...person });
  }
  // Rows refer to each other by id alone, so each level is written before the next.
  await em.flush();
  for (const { key, name } of coming) await makeAccount(em, id("person", key), name);
  return coming;
}

export async function giveSites(em: EntityManager, people: readonly DemoPerson[]): Promise<void> {
  for (const { key, sites } of people) {
    for (const site of sites) await giveSite(em, { personId: id("person", key) }, id("site", site));
  }
}
