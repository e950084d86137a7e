/** Reads and appends what belongs to a run sheet. */
import type { EntityManager } from "@mikro-orm/postgresql";
import {
  Acknowledgement,
  Curve,
  Fingerprint,
  Instrument,
  LogEntry,
  Observation,
  Person,
  Photo,
  Plate,
  Pump,
  Reading,
  RunSheet,
  SheetNote,
  Site,
  TestOutcome,
  ZeroCheck,
} from "./entities";

/** Everything known of a pump, raw as stored. */
export async function pumpWithParts(em: EntityManager, pumpId: string) {
  const pump = await em.findOne(Pump, { id: pumpId });
  if (!pump) return undefined;
  const [site, curves, plates, fingerprints, instruments] = await Promise.all([
    em.findOneOrFail(Site, { id: pump.siteId }),
    em.find(Curve, { pumpId }, { orderBy: { createdAt: "asc" } }),
    em.find(Plate, { pumpId }, { orderBy: { createdAt: "asc" } }),
    em.find(Fingerprint, { pumpId }, { orderBy: { takenAt: "asc" } }),
    em.find(Instrument, { $or: [{ pumpId }, { pumpId: null }] }, { orderBy: { name: "asc" } }),
  ]);
  const zeroChecks = await em.find(
    ZeroCheck,
    { instrumentId: { $in: instruments.map((i) => i.id) } },
    { orderBy: { at: "asc" } },
  );
  const calls = await em.find(LogEntry, { pumpId, kind: "call" }, { orderBy: { at: "asc" } });
  // How gauges hang and what their zero was is noted on sheets and remembered from there.
  const places = ["suction", "discharge"].map((side) => `${side}-of-${pumpId}`);
  const gaugeNotes = await em.find(
    SheetNote,
    {
      $or: [...instruments.map((i) => i.id), ...places].flatMap((id) => [
        { key: { $like: `gauge.${id}.%` } },
        { key: `zero.${id}` },
      ]),
    },
    { orderBy: { at: "asc" } },
  );
  return { pump, site, curves, plates, fingerprints, instruments, zeroChecks, calls, gaugeNotes };
}

/** Pumps whose id begins with these eight digits. */
export const pumpsByCode = (em: EntityManager, code: string) =>
  em.find(Pump, {
    id: {
      $gte: `${code}-0000-0000-0000-000000000000`,
      $lte: `${code}-ffff-ffff-ffff-ffffffffffff`,
    },
  });

/** A sheet with every appended row, oldest first. */
export async function sheetWithEntries(em: EntityManager, sheetId: string) {
  const sheet = await em.findOne(RunSheet, { id: sheetId });
  if (!sheet) return undefined;
  const where = { sheetId };
  const oldestFirst = {
    orderBy: { at: "asc" as const, receivedAt: "asc" as const, id: "asc" as const },
  };
  const [readings, observations, acknowledgements, outcomes, notes, photos] = await Promise.all([
    em.find(Reading, where, oldestFirst),
    em.find(Observation, where, oldestFirst),
    em.find(Acknowledgement, where, oldestFirst),
    em.find(TestOutcome, where, oldestFirst),
    em.find(SheetNote, where, oldestFirst),
    // Their bytes are asked for one by one.
    em.find(Photo, where, { ...oldestFirst, exclude: ["data"] }),
  ]);
  return { sheet, readings, observations, acknowledgements, outcomes, notes, photos };
}

/** The bytes of a photo. */
export async function photoBytes(em: EntityManager, sheetId: string, id: string) {
  const photo = await em.findOne(Photo, { id, sheetId });
  return photo?.data;
}

/** Sheets not yet signed, the most pressing first, with pump and site. */
export async function openSheets(em: EntityManager) {
  const sheets = await em.find(RunSheet, { signedAt: null }, { orderBy: { dueAt: "asc" } });
  const placed = await withPlaces(em, sheets);
  return placed.filter(({ pump }) => !pump.retiredAt);
}

async function withPlaces<T extends { pumpId: string }>(em: EntityManager, rows: readonly T[]) {
  const pumps = await em.find(Pump, { id: { $in: rows.map((r) => r.pumpId) } });
  const sites = await em.find(Site, { id: { $in: pumps.map((p) => p.siteId) } });
  return rows.flatMap((row) => {
    const pump = pumps.find((p) => p.id === row.pumpId);
    const site = sites.find((s) => s.id === pump?.siteId);
    return pump && site ? [{ row, pump, site }] : [];
  });
}

/** Every site with its pumps. */
export async function yard(em: EntityManager) {
  const [sites, pumps] = await Promise.all([
    em.find(Site, {}, { orderBy: { name: "asc" } }),
    em.find(Pump, {}, { orderBy: { tag: "asc" } }),
  ]);
  return sites.map((site) => ({
    site,
    pumps: pumps.filter((p) => p.siteId === site.id && !p.retiredAt),
    retired: pumps.filter((p) => p.siteId === site.id && p.retiredAt),
  }));
}

const LOG_PAGE = 200;

/** Log entries, newest first, superseded ones left out. */
export async function logEntries(em: EntityManager, pumpId?: string) {
  const entries = await em.find(LogEntry, pumpId ? { pumpId } : {}, {
    orderBy: { at: "desc" },
    limit: LOG_PAGE,
  });
  const replaced = new Set(entries.map((e) => e.supersedes));
  return withPlaces(
    em,
    entries.filter((e) => !replaced.has(e.id)),
  );
}

/** One log entry with its place. */
export async function logEntry(em: EntityManager, id: string) {
  const entry = await em.findOne(LogEntry, { id });
  return entry ? (await withPlaces(em, [entry]))[0] : undefined;
}

export const people = (em: EntityManager) =>
  em.find(Person, {}, { orderBy: { role: "desc", name: "asc" } });
