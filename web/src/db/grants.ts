/** Which sites are given to whom: to a person, or to a team and so to all in it. */
import type { EntityManager } from "@mikro-orm/postgresql";
import type { LogEntryId, PumpId, SheetId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { selected } from "./rows";
import type { By } from "./sites";

export type Holder = { readonly personId: string } | { readonly teamId: string };

/** Gives a site, once; one that is not there any more is not given. */
export async function giveSite(em: EntityManager, to: Holder, siteId: string): Promise<void> {
  const { personId = null, teamId = null } = { personId: null, teamId: null, ...to };
  await em.execute(
    `insert into site_grant (id, site_id, person_id, team_id)
       select ?::uuid, s.id, ?::uuid, ?::uuid from site s where s.id = ? on conflict do nothing`,
    [newId(), personId, teamId, siteId],
  );
}

/** Gives a place that somebody made to them, unless they see every place. */
export async function giveNewSite(em: EntityManager, by: By, siteId: string): Promise<void> {
  if (by.sites !== "all") await giveSite(em, { personId: by.id }, siteId);
}

/** Something that belongs to a site. */
export type Thing =
  { readonly pump: PumpId } | { readonly sheet: SheetId } | { readonly entry: LogEntryId };

/** A statement for the site that a thing belongs to, and the id it asks for. */
export function siteQuery(thing: Thing): readonly [sql: string, id: string] {
  if ("pump" in thing) return ["select site_id from pump where id = ?", thing.pump];
  const [table, id] = "sheet" in thing ? ["run_sheet", thing.sheet] : ["log_entry", thing.entry];
  const sql = `select p.site_id from pump p join ${table} x on x.pump_id = p.id where x.id = ?`;
  return [sql, id];
}

/** The site a thing belongs to; undefined where there is no such thing. */
export async function siteOf(thing: Thing): Promise<string | undefined> {
  const [sql, id] = siteQuery(thing);
  const row = z.object({ site_id: z.string() });
  return (await selected(await unitOfWork(), row, sql, [id]))[0]?.site_id;
}
