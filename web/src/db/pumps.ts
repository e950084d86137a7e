/** Pumps with their place, rating, plates, gauges and past: read back as a written pump file. */
import type { EntityManager } from "@mikro-orm/postgresql";
import {
  caseOfPump,
  type CaseError,
  type PumpId,
  pumpId as pumpIdSchema,
  readPumpInPart,
  type WrittenFingerprint,
  type WrittenPump,
} from "@yard-tack/core/case";
import { causeFound, historyOf } from "@yard-tack/core/record";
import {
  type Instrument as InstrumentRecord,
  pumpView,
  type PumpView,
  rememberedGauges,
  situationOf,
} from "@yard-tack/core/visit";
import { v4 as newId } from "uuid";
import { unitOfWork } from "./connection";
import { Pump, Site } from "./entities";
import { giveNewSite } from "./grants";
import { pumpRows } from "./pump-rows";
import { type By, sees } from "./sites";
import { type PlateFacts, writtenSnapshots } from "./rows";

/** A pump as screens and case files need it: plain data. */
export interface PumpRecord {
  /** When this was read: the day of a visit that has no reading yet. */
  readonly loadedAt: string;
  readonly id: PumpId;
  /** Rises with each change of the pump itself. */
  readonly version: number;
  readonly tag: string;
  readonly purpose: string;
  readonly family: string;
  readonly installation: string | null;
  readonly siteName: string;
  readonly zone: string;
  readonly units: "metric" | "us";
  /** A case file without snapshots, observations or tests, as written. */
  readonly written: WrittenPump;
  /** What screens need of it, read by the one interpreter. */
  readonly view: PumpView;
  /** Parts of the register that are not in order and were left out. */
  readonly faults: readonly CaseError[];
  readonly instruments: readonly InstrumentRecord[];
  readonly body: PlateFacts | null;
  readonly motor: PlateFacts | null;
  /** Where the rating in force comes from, and whether one before it can be put back. */
  readonly curveSource: string | null;
  readonly hasEarlierRating: boolean;
  /** When it was taken off the yard. */
  readonly retiredAt: string | null;
  /** The pump of the list that it was told to be, by id. */
  readonly sameAs: string | null;
}

/** A pump with its current rating, plates, fingerprints, instruments and past. */
export async function loadPump(id: PumpId): Promise<PumpRecord | undefined> {
  return pumpRecord(await unitOfWork(), id);
}

/** {@link loadPump} within a unit of work. */
export async function pumpRecord(em: EntityManager, id: PumpId): Promise<PumpRecord | undefined> {
  const rows = await pumpRows(em, id);
  if (!rows) return undefined;
  const { pump, site: place, curve, plates } = rows;
  const { site: conditions, ...layout } = pump.layout;
  const register = {
    format: "yard-tack/case",
    version: 1,
    pump: {
      tag: pump.tag,
      family: pump.family,
      ...(pump.installation ? { installation: pump.installation } : {}),
      ...pump.details,
      ...curve?.rating,
      ...(plates.motor ? { motor: plates.motor } : {}),
    },
    site: { ...place.conditions, ...(isObject(conditions) ? conditions : {}) },
    ...layout,
  };
  const { written, file, faults } = readPumpInPart(register);
  const situation = situationOf(caseOfPump(file));
  const submerged = situation.installation === "submerged";
  const gauges = rememberedGauges({ id, submerged }, rows.instruments, rows.zeroChecks, rows.notes);
  const earlier = rows.calls.map(({ at, record }) => ({
    at,
    cause: causeFound(record),
    done: record.done,
  }));
  const kept = rows.fingerprints.map((f): WrittenFingerprint => ({
    date: f.takenAt.toISOString().slice(0, 10),
    reason: f.reason,
    snapshots: writtenSnapshots(f.snapshots),
  }));
  return {
    loadedAt: new Date().toISOString(),
    id,
    version: pump.version,
    tag: pump.tag,
    purpose: pump.purpose,
    family: pump.family,
    installation: pump.installation,
    siteName: place.name,
    zone: place.zone,
    units: place.units,
    written: {
      ...written,
      ...(kept.length > 0 ? { fingerprint: kept } : {}),
      history: historyOf(earlier, gauges.zeroChecks, rows.instruments),
    },
    view: pumpView(situation),
    faults,
    ...plates,
    curveSource: curve?.source ?? null,
    hasEarlierRating: Boolean(curve?.supersedes),
    retiredAt: pump.retiredAt?.toISOString() ?? null,
    sameAs: pump.sameAs,
    instruments: gauges.instruments,
  };
}

const isObject = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === "object" && v !== null && !Array.isArray(v);

/** Pumps whose id begins with these eight digits. */
export async function pumpsByCode(code: string): Promise<PumpId[]> {
  const em = await unitOfWork();
  const rows = await em.find(Pump, {
    id: {
      $gte: `${code}-0000-0000-0000-000000000000`,
      $lte: `${code}-ffff-ffff-ffff-ffffffffffff`,
    },
  });
  return rows.map((r) => pumpIdSchema.parse(r.id));
}

/** The zone a pump's clock is in; undefined where there is no such pump. */
export async function zoneOfPump(id: PumpId): Promise<string | undefined> {
  const em = await unitOfWork();
  const pump = await em.findOne(Pump, { id }, { fields: ["siteId"] });
  return pump
    ? (await em.findOne(Site, { id: pump.siteId }, { fields: ["zone"] }))?.zone
    : undefined;
}

/** Takes a pump off the yard, or puts it back. Its log, its curve and its open sheet stay. */
export async function setRetired(id: PumpId, retiredAt: Date | null): Promise<void> {
  await (await unitOfWork()).nativeUpdate(Pump, { id }, { retiredAt });
}

export interface NewPump {
  readonly tag: string;
  readonly family: string;
  readonly installation: string | null;
  readonly purpose: string;
  /** A place that is there, or one to be made. */
  readonly site:
    | { readonly id: string }
    | { readonly name: string; readonly zone: string; readonly units: "metric" | "us" };
}

/** Makes a pump; says what stands in the way. */
export async function createPump(
  pump: NewPump,
  by: By,
): Promise<
  | { readonly ok: true; readonly id: PumpId }
  | { readonly ok: false; readonly why: "tag-taken" | "no-such-site" }
> {
  const { site, ...facts } = pump;
  const em = await unitOfWork();
  const now = new Date();
  const id = pumpIdSchema.parse(newId());
  return em.transactional(async (tx) => {
    let siteId = "id" in site ? site.id : newId();
    if ("id" in site) {
      const seen = sees(by.sites, siteId) && (await tx.findOne(Site, { id: siteId }));
      if (!seen) return { ok: false, why: "no-such-site" };
      if (await tx.findOne(Pump, { siteId, tag: pump.tag })) return { ok: false, why: "tag-taken" };
    } else {
      siteId = newId();
      tx.create(Site, { ...site, id: siteId, conditions: {}, createdAt: now });
      await tx.flush();
      await giveNewSite(tx, by, siteId);
    }
    tx.create(Pump, {
      ...facts,
      id,
      siteId,
      details: {},
      layout: {},
      retiredAt: null,
      createdAt: now,
    });
    await tx.flush();
    return { ok: true, id };
  });
}
