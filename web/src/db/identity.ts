/** What a pump is called and where it belongs: read and changed as one thing with its place. */
import { LockMode, UniqueConstraintViolationException } from "@mikro-orm/core";
import { FAMILIES, type PumpId, pumpId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { Pump, Site } from "./entities";
import { giveNewSite } from "./grants";
import { columns, selected } from "./rows";
import { type By, sees, type Sites, sitesText } from "./sites";

const place = z.object({ id: z.string(), name: z.string(), zone: z.string() });

const identityRow = columns(
  z.object({
    pumpId,
    version: z.number().int(),
    tag: z.string(),
    family: z.enum(FAMILIES),
    purpose: z.string(),
    siteId: z.string(),
    zone: z.string(),
    pumpsThere: z.number().int(),
    /** Every place that has pumps, and its own, by name. */
    places: z.array(place),
  }),
);
export type Identity = z.output<typeof identityRow>;

const IDENTITY = `
  select p.id as pump_id, p.version, p.tag, p.family, p.purpose, p.site_id, s.zone,
    (select count(*)::int from pump o where o.site_id = p.site_id) as pumps_there,
    (select jsonb_agg(jsonb_build_object('id', a.id, 'name', a.name, 'zone', a.zone)
                      order by a.name, a.id)
       from site a where may_see(?, a.id)
         and exists (select from pump o where o.site_id = a.id)) as places
  from pump p join site s on s.id = p.site_id where p.id = ?`;

/** A pump's tag, family and place, with the places it may go to; undefined when it is not there. */
export async function identityOf(sites: Sites, id: PumpId): Promise<Identity | undefined> {
  const [row] = await selected(await unitOfWork(), identityRow, IDENTITY, [sitesText(sites), id]);
  return row;
}

export interface IdentityChange {
  readonly tag: string;
  readonly family: string;
  readonly purpose: string;
  /** Without an id a place is made; with one it gets this name and zone. */
  readonly place: {
    readonly id: string | null;
    readonly name: string;
    readonly zone: string;
    readonly units: "metric" | "us";
  };
  /** Every pump of its place goes along. */
  readonly all: boolean;
}

export type IdentityChanged = "saved" | "no-such-pump" | "no-such-site" | "tag-taken" | "newer";

/** Changes what a pump is called and where it belongs. Nothing of its past is touched. */
export async function changeIdentity(
  by: By,
  id: PumpId,
  version: number,
  { tag, family, purpose, place: wanted, all }: IdentityChange,
): Promise<IdentityChanged> {
  const em = await unitOfWork();
  const change = em.transactional(async (tx): Promise<IdentityChanged> => {
    const pump = await tx.findOne(Pump, { id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!pump) return "no-such-pump";
    if (pump.version !== version) return "newer";
    const { name, zone, units } = wanted;
    const site = wanted.id ? await tx.findOne(Site, { id: wanted.id }) : undefined;
    if (site === null || (site && !sees(by.sites, site.id))) return "no-such-site";
    const siteId = site?.id ?? newId();
    const moved = all ? await tx.find(Pump, { siteId: pump.siteId }) : [pump];
    if (site) Object.assign(site, { name, zone });
    else {
      tx.create(Site, { id: siteId, name, zone, units, conditions: {}, createdAt: new Date() });
      await tx.flush();
      await giveNewSite(tx, by, siteId);
    }
    Object.assign(pump, { tag, family, purpose });
    for (const p of moved) p.siteId = siteId;
    await tx.flush();
    return "saved";
  });
  // The database lets no two pumps of a place have one tag.
  return change.catch((error: unknown) => {
    if (error instanceof UniqueConstraintViolationException) return "tag-taken";
    throw error;
  });
}
