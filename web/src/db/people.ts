/** Who uses the application. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { type PersonId, personId as personIdSchema } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import { unitOfWork } from "./connection";
import { Person } from "./entities";
import { personRow, type PersonRow } from "./rows";

/** Everybody, technicians before leads. */
export const people = async (): Promise<PersonRow[]> => everybody(await unitOfWork());

/** {@link people} within a unit of work. */
export async function everybody(em: EntityManager): Promise<PersonRow[]> {
  const rows = await em.find(Person, {}, { orderBy: { role: "desc", name: "asc" } });
  return rows.map((row) => personRow.parse(row));
}

/** Somebody new. */
export async function addPerson(person: Omit<PersonRow, "id" | "settings">): Promise<PersonId> {
  const em = await unitOfWork();
  const id = personIdSchema.parse(newId());
  em.create(Person, { ...person, id, settings: {} });
  await em.flush();
  return id;
}

/** Keeps what a person has set. */
export async function saveSettings(id: PersonId, settings: PersonRow["settings"]): Promise<void> {
  const em = await unitOfWork();
  await em.nativeUpdate(Person, { id }, { settings });
}
