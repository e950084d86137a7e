/** What the register keeps of a pump in rows that replace one another: ratings, plates, its place. */
import { LockMode, OptimisticLockError, UniqueConstraintViolationException } from "@mikro-orm/core";
import type { EntityManager } from "@mikro-orm/postgresql";
import type { PlateKind, PumpId } from "@yard-tack/core/case";
import { isDeepStrictEqual } from "node:util";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { Curve, Plate, Pump } from "./entities";
import { inForce } from "./in-force";
import { columns, plateFacts, type PlateFacts, ratingRow, type RatingRow, selected } from "./rows";
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

/** What a change of it keeps of what is known of a pump. */
const factsRow = z.object({
  details: z.record(z.string(), z.unknown()),
  layout: z.record(z.string(), z.unknown()),
  /** Null where there was no motor plate. */
  motor: z.record(z.string(), z.unknown()).nullable(),
});
type Facts = z.output<typeof factsRow>;

/** As it stands in the database: what is undefined is not there. */
const asKept = (facts: Facts): Facts => factsRow.parse(JSON.parse(JSON.stringify(facts)));

async function factsNow(
  tx: EntityManager,
  pump: { readonly id: string; readonly details: Json; readonly layout: Json },
): Promise<Facts> {
  const plates = await tx.find(
    Plate,
    { pumpId: pump.id, kind: "motor" },
    { orderBy: { createdAt: "asc" } },
  );
  const motor = inForce(plates).at(-1)?.facts ?? null;
  return asKept({ details: { ...pump.details }, layout: { ...pump.layout }, motor });
}

/** Writes what is known of a pump and its place; a changed motor plate as a new row. @param by - who changes it */
export async function savePlace(
  pumpId: PumpId,
  version: number,
  { details, layout, motor }: PlaceChange,
  by: string,
): Promise<Saved> {
  const em = await unitOfWork();
  return orNewer(() =>
    em.transactional(async (tx) => {
      const pump = await locked(tx, pumpId);
      if (!pump) return "no-such-pump";
      if (pump.version !== version) return "newer";
      const before = await factsNow(tx, pump);
      await writeFacts(tx, pump, pumpId, { details, layout, motor: motor ?? null });
      await noteFacts(tx, pumpId, by, before, await factsNow(tx, pump));
      await keepTrend(tx, pumpId);
      return "saved";
    }),
  );
}

/** A motor plate that was the first stays: a plate that was read is not unread. */
async function writeFacts(
  tx: EntityManager,
  pump: NonNullable<Awaited<ReturnType<typeof locked>>>,
  id: PumpId,
  { details, layout, motor }: { details: Json; layout: Json; motor: Json | null },
): Promise<void> {
  pump.details = { ...details };
  pump.layout = { ...layout };
  await tx.flush();
  if (motor) await appendPlate(tx, id, "motor", () => motor);
}

async function noteFacts(
  tx: EntityManager,
  id: PumpId,
  by: string,
  before: Facts,
  after: Facts,
): Promise<void> {
  if (isDeepStrictEqual(before, after)) return;
  await tx.execute(
    `insert into register_change (id, pump_id, kind, before, after, made_by)
       values (?, ?, 'facts', ?::jsonb, ?::jsonb, ?)`,
    [newId(), id, JSON.stringify(before), JSON.stringify(after), by],
  );
}

/** The last change of what is known of a pump. */
const changeRow = columns(
  z.object({
    before: factsRow,
    after: factsRow,
    madeAt: z.coerce.date(),
    by: z.string().nullable(),
  }),
);
type FactsChange = z.output<typeof changeRow>;

const LAST_CHANGE = `select c.before, c.after, c.made_at, q.name as by from register_change c
  left join person q on q.id = c.made_by where c.pump_id = ? and c.kind = 'facts'
  order by c.made_at desc limit 1`;

/** Undefined where nothing was changed since that is kept. */
export async function lastFactsChange(id: PumpId): Promise<FactsChange | undefined> {
  const [row] = await selected(await unitOfWork(), changeRow, LAST_CHANGE, [id]);
  return row;
}

/**
 * Puts back what the last change of a pump's facts changed, as a change of its own; the motor plate as a new row.
 * @returns "newer" where something was changed since, "nothing-before" where there was no change
 */
export async function putFactsBack(id: PumpId, by: string): Promise<Saved | "nothing-before"> {
  const em = await unitOfWork();
  let none = false;
  const saved = await orNewer(() =>
    em.transactional(async (tx) => {
      const pump = await locked(tx, id);
      if (!pump) return "no-such-pump";
      const [last] = await selected(tx, changeRow, LAST_CHANGE, [id]);
      none = last === undefined;
      if (!last) return "newer";
      const now = await factsNow(tx, pump);
      if (!isDeepStrictEqual(now, last.after)) return "newer";
      await writeFacts(tx, pump, id, last.before);
      await noteFacts(tx, id, by, now, await factsNow(tx, pump));
      await keepTrend(tx, id);
      return "saved";
    }),
  );
  return none ? "nothing-before" : saved;
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
