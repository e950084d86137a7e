/** What the register keeps of a pump in rows that replace one another: ratings, plates, its place. */
import { LockMode, OptimisticLockError, UniqueConstraintViolationException } from "@mikro-orm/core";
import type { EntityManager } from "@mikro-orm/postgresql";
import type { PlateKind, PumpId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import { unitOfWork } from "./connection";
import { Curve, Plate, Pump } from "./entities";
import { inForce } from "./in-force";
import { plateFacts, type PlateFacts, ratingRow, type RatingRow } from "./rows";
import { keepTrend } from "./trend";

type Json = Readonly<Record<string, unknown>>;

/** What became of a save: somebody else's may have come first. */
export type Saved = "saved" | "no-such-pump" | "newer";

/** A rating in force. */
export interface Rating {
  readonly id: string;
  readonly rating: RatingRow;
  readonly source: string;
}

/** The rating in force: the newest one that nothing replaces. */
async function ratingInForce(em: EntityManager, pumpId: PumpId) {
  const rows = await em.find(Curve, { pumpId }, { orderBy: { createdAt: "asc", id: "asc" } });
  return inForce(rows).at(-1);
}

/** {@link ratingInForce}, as plain data. */
export async function currentRating(pumpId: PumpId): Promise<Rating | undefined> {
  const row = await ratingInForce(await unitOfWork(), pumpId);
  return row && { id: row.id, rating: ratingRow.parse(row.rating), source: row.source };
}

/** Makes two saves at once one after the other, so that the second one sees the first. */
const locked = (em: EntityManager, id: PumpId) =>
  em.findOne(Pump, { id }, { lockMode: LockMode.PESSIMISTIC_WRITE });

/**
 * Appends a rating in place of the one in force; an earlier one is never changed.
 * @param basedOn - the rating it was made from; `over` saves it whatever is in force
 */
export async function saveRating(
  pumpId: PumpId,
  rating: Json,
  source: string,
  { basedOn, over }: { readonly basedOn: string | null; readonly over: boolean },
): Promise<Saved> {
  const em = await unitOfWork();
  return orNewer(() =>
    em.transactional(async (tx) => {
      if (!(await locked(tx, pumpId))) return "no-such-pump";
      const now = await ratingInForce(tx, pumpId);
      if (!over && (now?.id ?? null) !== basedOn) return "newer";
      tx.create(Curve, { ...fresh(pumpId, now?.id), rating: { ...rating }, source });
      await tx.flush();
      await keepTrend(tx, pumpId);
      return "saved";
    }),
  );
}

/** Puts the rating before the present one back, as a new one; returns whether there was one. */
export async function putRatingBack(pumpId: PumpId): Promise<boolean> {
  const em = await unitOfWork();
  const saved = await orNewer(() =>
    em.transactional(async (tx) => {
      if (!(await locked(tx, pumpId))) return "no-such-pump";
      const now = await ratingInForce(tx, pumpId);
      const before = now?.supersedes ? await tx.findOne(Curve, { id: now.supersedes }) : null;
      if (!now || !before) return "newer";
      const { rating, source } = before;
      tx.create(Curve, { ...fresh(pumpId, now.id), rating, source });
      await tx.flush();
      await keepTrend(tx, pumpId);
      return "saved";
    }),
  );
  return saved === "saved";
}

/** Takes what was read on a plate into the register: a new row that keeps the one before. */
export async function savePlate(
  pumpId: PumpId,
  kind: PlateKind,
  facts: PlateFacts,
): Promise<Saved> {
  const em = await unitOfWork();
  return orNewer(() =>
    em.transactional(async (tx) => {
      if (!(await locked(tx, pumpId))) return "no-such-pump";
      await appendPlate(tx, pumpId, kind, (before) => ({ ...before, ...facts }));
      await keepTrend(tx, pumpId);
      return "saved";
    }),
  );
}

/** What is noted for the next pump: a row in force with what stood before it. */
export interface Fit {
  readonly id: string;
  readonly facts: PlateFacts;
  readonly hasEarlier: boolean;
}

const FIT = "fit";

async function fitInForce(em: EntityManager, pumpId: PumpId) {
  const rows = await em.find(Plate, { pumpId, kind: FIT }, { orderBy: { createdAt: "asc" } });
  return inForce(rows).at(-1);
}

/** What is noted for the next pump; undefined where nothing is. */
export async function fitOf(pumpId: PumpId): Promise<Fit | undefined> {
  const row = await fitInForce(await unitOfWork(), pumpId);
  return (
    row && {
      id: row.id,
      facts: plateFacts.catch({}).parse(row.facts),
      hasEarlier: row.supersedes !== null,
    }
  );
}

/**
 * Appends what is noted for the next pump in place of what was.
 * @param basedOn - the row it was made from; null for none
 */
export async function saveFit(
  pumpId: PumpId,
  facts: PlateFacts,
  basedOn: string | null,
): Promise<Saved> {
  const em = await unitOfWork();
  return orNewer(() =>
    em.transactional(async (tx) => {
      if (!(await locked(tx, pumpId))) return "no-such-pump";
      if (((await fitInForce(tx, pumpId))?.id ?? null) !== basedOn) return "newer";
      await appendPlate(tx, pumpId, FIT, () => facts);
      return "saved";
    }),
  );
}

/** Puts what a plate, or what is noted for the next pump, said before back, as a new row; whether there was one. */
export async function putPlateBack(pumpId: PumpId, kind: PlateKind | "fit"): Promise<boolean> {
  const em = await unitOfWork();
  const saved = await orNewer(() =>
    em.transactional(async (tx) => {
      if (!(await locked(tx, pumpId))) return "no-such-pump";
      const rows = await tx.find(Plate, { pumpId, kind }, { orderBy: { createdAt: "asc" } });
      const now = inForce(rows).at(-1);
      const before = rows.find((r) => r.id === now?.supersedes);
      if (!now || !before) return "newer";
      tx.create(Plate, { ...fresh(pumpId, now.id), kind, facts: before.facts });
      await tx.flush();
      await keepTrend(tx, pumpId);
      return "saved";
    }),
  );
  return saved === "saved";
}

/** What the place form keeps of a pump. */
export interface PlaceChange {
  readonly details: Json;
  readonly layout: Json;
  readonly motor: Json | undefined;
}

/** Writes what is known of a pump and its place; a changed motor plate as a new row. */
export async function savePlace(
  pumpId: PumpId,
  version: number,
  { details, layout, motor }: PlaceChange,
): Promise<Saved> {
  const em = await unitOfWork();
  return orNewer(() =>
    em.transactional(async (tx) => {
      const pump = await locked(tx, pumpId);
      if (!pump) return "no-such-pump";
      if (pump.version !== version) return "newer";
      pump.details = { ...details };
      pump.layout = { ...layout };
      await tx.flush();
      if (motor) await appendPlate(tx, pumpId, "motor", () => motor);
      await keepTrend(tx, pumpId);
      return "saved";
    }),
  );
}

/** Appends a plate in place of the one in force, unless it says the same. */
export async function appendPlate(
  tx: EntityManager,
  pumpId: PumpId,
  kind: PlateKind | "fit",
  facts: (before: Json | undefined) => Json,
): Promise<void> {
  const plates = await tx.find(Plate, { pumpId, kind }, { orderBy: { createdAt: "asc" } });
  const before = inForce(plates).at(-1);
  const next = facts(before?.facts);
  if (JSON.stringify(next) === JSON.stringify(before?.facts)) return;
  tx.create(Plate, { ...fresh(pumpId, before?.id), kind, facts: { ...next } });
  await tx.flush();
}

const fresh = (pumpId: PumpId, supersedes: string | undefined) => ({
  id: newId(),
  pumpId,
  createdAt: new Date(),
  supersedes: supersedes ?? null,
});

/** Two that would replace one row: the database lets one of them through. */
async function orNewer(save: () => Promise<Saved>): Promise<Saved> {
  try {
    return await save();
  } catch (error) {
    const other =
      error instanceof UniqueConstraintViolationException || error instanceof OptimisticLockError;
    if (other) return "newer";
    throw error;
  }
}
