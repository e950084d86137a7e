/** A case file made a pump of the Yard: its register, its rating, its plates, its fingerprints, and what was read as a visit. */
import { type PumpId, pumpId as pumpIdSchema, type WrittenCase } from "@yard-tack/core/case";
import { leftBehind } from "@yard-tack/core/record";
import { v4 as newId } from "uuid";
import { fromFile, keepEntry } from "./bring-in";
import { unitOfWork } from "./connection";
import { Curve, Fingerprint, Plate, Pump, Site } from "./entities";
import { giveNewSite } from "./grants";
import { plateFacts } from "./rows";
import type { By } from "./sites";
import { keepTrend } from "./trend";

export interface BroughtCase {
  readonly by: By & { readonly units: "metric" | "us" };
  /** As written, and found in order. */
  readonly written: WrittenCase;
  /** As it is called here. */
  readonly tag: string;
  /** Of the place it goes to, made where there is none that may be seen. */
  readonly place: string;
  readonly zone: string;
  /** Of the file. */
  readonly name: string;
  readonly now: Date;
}

type Json = Record<string, unknown>;

/** Keys of `pump` that are its rating; one row of its own, so that what stood before can be put back. */
const RATING = ["curve", "ratedPoint", "positiveDisplacement", "jet"] as const;
/** Keys beside `pump` that say how it stands. */
const LAYOUT = ["suction", "discharge", "system", "duty", "sump", "site"] as const;

const FOUND = "Readings of a case file; nothing else was written down.";

const picked = (from: Json, keys: readonly string[]): Json =>
  Object.fromEntries(keys.flatMap((k) => (from[k] === undefined ? [] : [[k, from[k]]])));

/** The pump it became, or undefined where one with its tag is at that place already; nothing was changed then. */
export async function bringCase(asked: BroughtCase): Promise<PumpId | undefined> {
  const { by, written, tag, place, zone, name, now } = asked;
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const sites = await tx.find(Site, by.sites === "all" ? {} : { id: [...by.sites] });
    let site = sites.find((s) => s.name.trim().toLowerCase() === place.trim().toLowerCase());
    if (site && (await tx.findOne(Pump, { siteId: site.id, tag }))) return undefined;
    if (!site) {
      site = tx.create(Site, {
        ...{ id: newId(), name: place, zone, units: by.units, conditions: {}, createdAt: now },
      });
      await tx.flush();
      await giveNewSite(tx, by, site.id);
    }
    const { tag: _as, family, installation, motor, ...rest } = written.pump;
    const id = pumpIdSchema.parse(newId());
    const details = Object.fromEntries(
      Object.entries(rest).filter(([key]) => !RATING.some((r) => r === key)),
    );
    tx.create(Pump, {
      ...{ id, siteId: site.id, tag, purpose: "", family, installation: installation ?? null },
      ...{ details, layout: picked(written as unknown as Json, LAYOUT), retiredAt: null },
      createdAt: now,
    });
    await tx.flush();
    const common = { pumpId: id, createdAt: now, supersedes: null };
    const rating = picked(written.pump as unknown as Json, RATING);
    if (Object.keys(rating).length > 0)
      tx.create(Curve, { id: newId(), ...common, rating, source: name });
    const facts = plateFacts.safeParse(motor);
    if (facts.success)
      tx.create(Plate, { id: newId(), ...common, kind: "motor", facts: facts.data });
    for (const f of [written.fingerprint ?? []].flat()) {
      tx.create(Fingerprint, {
        ...{ id: newId(), pumpId: id, takenAt: new Date(f.date ?? now), reason: f.reason ?? "" },
        ...{
          snapshots: (f.snapshots ?? []).map((s) => ({ ...s })),
          logEntryId: null,
          personId: by.id,
        },
      });
    }
    await tx.flush();
    if ((written.snapshots ?? []).length > 0) {
      const closing = { closed: "not said", found: FOUND, done: "", proof: "", was: null } as const;
      const left = leftBehind(written, closing, { words: [fromFile(name, undefined)] }, null);
      await keepEntry(
        tx,
        { pumpId: id, personId: by.id, at: now, kind: "round", title: "Readings from a case file" },
        left,
      );
    }
    await keepTrend(tx, id);
    return id;
  });
}
