/** Which sites are given to whom: to a person, or to a team and so to all in it. */
import type { EntityManager } from "@mikro-orm/postgresql";
import type { LogEntryId, PumpId, SheetId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import { unitOfWork } from "./connection";
import { idRow, selected } from "./rows";
import type { By } from "./sites";

export type Holder = { readonly personId: string } | { readonly teamId: string };

/** Gives a site, once. */
export async function giveSite(em: EntityManager, to: Holder, siteId: string): Promise<void> {
  const { personId = null, teamId = null } = { personId: null, teamId: null, ...to };
  await em.execute(
    `insert into site_grant (id, site_id, person_id, team_id) values (?, ?, ?, ?) on conflict do nothing`,
    [newId(), siteId, personId, teamId],
  );
}

/** Gives a place that somebody made to them, unless they see every place. */
export async function giveNewSite(em: EntityManager, by: By, siteId: string): Promise<void> {
  if (by.sites !== "all") await giveSite(em, { personId: by.id }, siteId);
}

/** Something that belongs to a site. */
export type Thing =
  { readonly pump: PumpId } | { readonly sheet: SheetId } | { readonly entry: LogEntryId };

/** The site a thing belongs to; undefined where there is no such thing. */
export async function siteOf(thing: Thing): Promise<string | undefined> {
  const em = await unitOfWork();
  const [sql, id] =
    "pump" in thing
      ? ["select site_id as id from pump where id = ?", thing.pump]
      : "sheet" in thing
        ? [`${OF_PUMP} join run_sheet x on x.pump_id = p.id where x.id = ?`, thing.sheet]
        : [`${OF_PUMP} join log_entry x on x.pump_id = p.id where x.id = ?`, thing.entry];
  const [row] = await selected(em, idRow, sql, [id]);
  return row?.id;
}

const OF_PUMP = "select p.site_id as id from pump p";
