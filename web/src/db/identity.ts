/** What a pump is called and where it belongs: read and changed as one thing with its place, and put back. */
import { LockMode, UniqueConstraintViolationException } from "@mikro-orm/core";
import type { EntityManager } from "@mikro-orm/postgresql";
import { FAMILIES, type PumpId, pumpId } from "@yard-tack/core/case";
import { isDeepStrictEqual } from "node:util";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { Pump, Site } from "./entities";
import { giveNewSite } from "./grants";
import { columns, selected } from "./rows";
import { type By, sees, type Sites, sitesText } from "./sites";

const place = z.object({ id: z.string(), name: z.string(), zone: z.string() });

/** A pump's names, and its place with its own. */
const named = z.object({
  tag: z.string(),
  family: z.enum(FAMILIES),
  purpose: z.string(),
  site: place,
});
type Named = z.output<typeof named>;

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
    /** What it was before the last change; null where it was never changed. */
    earlier: named.nullable(),
    changedAt: z.coerce.date().nullable(),
    changedBy: z.string().nullable(),
  }),
);
export type Identity = z.output<typeof identityRow>;

const IDENTITY = `
  select p.id as pump_id, p.version, p.tag, p.family, p.purpose, p.site_id, s.zone,
    (select count(*)::int from pump o where o.site_id = p.site_id) as pumps_there,
    (select jsonb_agg(jsonb_build_object('id', a.id, 'name', a.name, 'zone', a.zone)
                      order by a.name, a.id)
       from site a where may_see(?, a.id)
         and exists (select from pump o where o.site_id = a.id)) as places,
    c.before as earlier, c.made_at as changed_at, q.name as changed_by
  from pump p join site s on s.id = p.site_id
    left join lateral (select * from register_change i where i.pump_id = p.id and i.kind = 'names'
                         order by i.made_at desc limit 1) c on true
    left join person q on q.id = c.made_by
  where p.id = ?`;

/** A pump's tag, family and place, with the places it may go to; undefined when it is not there. */
export async function identityOf(sites: Sites, id: PumpId): Promise<Identity | undefined> {
  const [row] = await selected(await unitOfWork(), identityRow, IDENTITY, [sitesText(sites), id]);
  return row;
}

export interface IdentityChange {
  readonly tag: string;
  readonly family: Named["family"];
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
  return orTaken(async (tx) => {
    const pump = await tx.findOne(Pump, { id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!pump) return "no-such-pump";
    if (pump.version !== version) return "newer";
    const { name, zone, units } = wanted;
    const site = wanted.id ? await tx.findOne(Site, { id: wanted.id }) : undefined;
    if (site === null || (site && !sees(by.sites, site.id))) return "no-such-site";
    const before = await namedNow(tx, pump);
    const siteId = site?.id ?? newId();
    // A place that it goes to, and that gets another name by it, has its own to be put back.
    const placeBefore = site && { id: site.id, name: site.name, zone: site.zone };
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
    const after = { tag, family, purpose, site: { id: siteId, name, zone } };
    await noteChange(tx, by, id, {
      ...{ before, after, placeBefore: placeBefore ?? null },
      others: moved.filter((p) => p.id !== id).map((p) => p.id),
    });
    return "saved";
  });
}

export type PutBack = IdentityChanged | "nothing-before";

/** What else a change did: pumps that went along, and what the place it went to was called. */
const along = z.object({ others: z.array(z.string()), placeBefore: place.nullable() });

const changeRow = z.object({ before: named, after: named, moved: along });

/**
 * Puts back what the last change of a pump's tag, family or place changed, the pumps that went along and the name of the place
 * with it; as a change of its own, so that it can be taken back too. "newer" where one of them was changed since.
 */
export async function putIdentityBack(by: By, id: PumpId): Promise<PutBack> {
  return orTaken(async (tx): Promise<PutBack> => {
    const pump = await tx.findOne(Pump, { id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    if (!pump) return "no-such-pump";
    const [last] = await selected(
      tx,
      changeRow,
      `select before, after, moved from register_change where pump_id = ? and kind = 'names'
         order by made_at desc limit 1`,
      [id],
    );
    if (!last) return "nothing-before";
    const { before, after, moved } = last;
    const now = await namedNow(tx, pump);
    if (!isDeepStrictEqual(now, after)) return "newer";
    const [home, left] = [
      await tx.findOne(Site, { id: before.site.id }),
      await tx.findOne(Site, { id: after.site.id }),
    ];
    if (!home || !left || !sees(by.sites, home.id)) return "no-such-site";
    const others = await tx.find(Pump, { id: { $in: [...moved.others] }, siteId: left.id });
    const { name, zone } = left;
    if (moved.placeBefore)
      Object.assign(left, { name: moved.placeBefore.name, zone: moved.placeBefore.zone });
    const { tag, family, purpose } = before;
    Object.assign(pump, { tag, family, purpose });
    for (const p of [pump, ...others]) p.siteId = home.id;
    await tx.flush();
    await noteChange(tx, by, id, {
      before: after,
      after: await namedNow(tx, pump),
      // Forth again, the place it came back from is called as it was a moment ago.
      placeBefore: home.id === left.id ? { id: left.id, name, zone } : null,
      others: others.map((p) => p.id),
    });
    return "saved";
  });
}

/** As its row and its place's row have it. */
async function namedNow(
  tx: EntityManager,
  {
    tag,
    family,
    purpose,
    siteId,
  }: { tag: string; family: string; purpose: string; siteId: string },
): Promise<Named> {
  const { id, name, zone } = await tx.findOneOrFail(Site, { id: siteId });
  return named.parse({ tag, family, purpose, site: { id, name, zone } });
}

interface Noted extends z.output<typeof along> {
  readonly before: Named;
  readonly after: Named;
}

async function noteChange(
  tx: EntityManager,
  by: By,
  id: PumpId,
  { before, after, ...moved }: Noted,
): Promise<void> {
  const [b, a, m] = [before, after, moved].map((v) => JSON.stringify(v));
  await tx.execute(
    `insert into register_change (id, pump_id, kind, before, after, moved, made_by)
       values (?, ?, 'names', ?::jsonb, ?::jsonb, ?::jsonb, ?)`,
    [newId(), id, b, a, m, by.id],
  );
}

/** The database lets no two pumps of a place have one tag. */
async function orTaken<T>(work: (tx: EntityManager) => Promise<T>): Promise<T | "tag-taken"> {
  const em = await unitOfWork();
  return em.transactional(work).catch((error: unknown) => {
    if (error instanceof UniqueConstraintViolationException) return "tag-taken" as const;
    throw error;
  });
}
