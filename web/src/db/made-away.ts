/** A call that was taken where there was no network, with its pump where that was new: kept under the ids it was given there. */
import type { ObservationId, PumpId, SheetId } from "@yard-tack/core/case";
import type { EntityManager } from "@mikro-orm/postgresql";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { Pump, RunSheet, Site } from "./entities";
import { giveNewSite, giveSite } from "./grants";
import { selected } from "./rows";
import { type By, sees, sitesText } from "./sites";

export interface CallMadeAway {
  readonly id: SheetId;
  readonly pumpId: PumpId;
  /** Where it is not in the list yet. */
  readonly newPump?:
    | {
        readonly tag: string;
        readonly family: string;
        readonly siteName: string;
        readonly zone: string;
        readonly units: "metric" | "us";
      }
    | undefined;
  readonly kind: "call" | "round";
  readonly complaint: string;
  readonly codes: readonly ObservationId[];
  readonly callerNote: string;
  /** When it was taken; never ahead of the server. */
  readonly at: Date;
  /** Who took it, who need not be who sends it. */
  readonly takenBy: string;
}

export type CallKept = "kept" | "no-such-pump" | "other-content";

/**
 * Keeps it once, however often it is sent. A tag that is taken at its place gets a number behind it.
 * @param by - who sends it: a pump or a sheet of a place that they do not see is none
 */
export async function keepCallMadeAway(
  by: By,
  { id, pumpId, newPump, at, takenBy, ...call }: CallMadeAway,
): Promise<CallKept> {
  const em = await unitOfWork();
  return em.transactional(async (tx): Promise<CallKept> => {
    // Two tabs that send at once make one.
    await tx.execute("select pg_advisory_xact_lock(hashtext(?))", [id]);
    const there = await tx.findOne(RunSheet, { id });
    const pump = await tx.findOne(Pump, { id: there?.pumpId ?? pumpId });
    if (pump && !sees(by.sites, pump.siteId)) return "no-such-pump";
    if (there) return there.pumpId === pumpId ? "kept" : "other-content";
    if (!pump) {
      if (!newPump) return "no-such-pump";
      const site = await makePump(tx, by, pumpId, newPump);
      if (takenBy !== by.id) await giveSite(tx, { personId: takenBy }, site);
    }
    const now = new Date();
    const openedAt = at < now ? at : now;
    tx.create(RunSheet, {
      ...{ id, pumpId, ...call, codes: [...call.codes], dueAt: openedAt, openedAt },
      ...{ signedAt: null, assignedTo: null, forecast: null },
    });
    await tx.flush();
    return "kept";
  });
}

const idOf = z.object({ id: z.string() });

/** @returns the place it was put at */
async function makePump(
  tx: EntityManager,
  by: By,
  id: PumpId,
  { tag, family, siteName, zone, units }: NonNullable<CallMadeAway["newPump"]>,
): Promise<string> {
  const [known] = await selected(
    tx,
    idOf,
    "select id from site where lower(name) = lower(?) and may_see(?, id) order by created_at limit 1",
    [siteName, sitesText(by.sites)],
  );
  const siteId = known?.id ?? newId();
  const createdAt = new Date();
  if (!known) {
    tx.create(Site, { id: siteId, name: siteName, zone, units, conditions: {}, createdAt });
    await tx.flush();
    await giveNewSite(tx, by, siteId);
  }
  let free = tag;
  for (let n = 2; await tx.findOne(Pump, { siteId, tag: free }); n++) free = `${tag} (${n})`;
  tx.create(Pump, {
    ...{ id, siteId, tag: free, purpose: "", family, installation: null },
    ...{ details: {}, layout: {}, createdAt, retiredAt: null },
  });
  await tx.flush();
  return siteId;
}
