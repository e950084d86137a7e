/** What was promised for later: kept until it is done, or dropped with a reason. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { type PersonId, pumpId, type PumpId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";
import { type Sites, sitesText } from "./sites";

/** A look again, parts that are to come, a fault that is to be watched for, the next round. */
export const PROMISE_KINDS = ["recheck", "parts", "watch", "round"] as const;
export type PromiseKind = (typeof PROMISE_KINDS)[number];

export interface NewPromise {
  readonly kind: PromiseKind;
  readonly what: string;
  readonly dueAt: Date;
  /** Of a round: what the counter of hours run shows when it is due, if that comes first. */
  readonly dueHours?: number | null;
}

const promiseRow = columns(
  z.object({
    id: z.uuid(),
    pumpId,
    logEntryId: z.uuid().nullable(),
    kind: z.enum(PROMISE_KINDS),
    what: z.string(),
    dueAt: z.coerce.date(),
    dueHours: z.number().nullable(),
    settledAt: z.coerce.date().nullable(),
    outcome: z.enum(["done", "dropped"]).nullable(),
    why: z.string(),
    tag: z.string(),
    place: z.string(),
    zone: z.string(),
  }),
);
export type PromiseRow = z.output<typeof promiseRow>;

/** Keeps promises, within a signature. */
export async function keepPromises(
  tx: EntityManager,
  of: { readonly pumpId: string; readonly logEntryId: string; readonly madeBy: string },
  promises: readonly NewPromise[],
): Promise<void> {
  for (const { kind, what, dueAt, dueHours = null } of promises)
    await tx.execute(
      `insert into promise (id, pump_id, log_entry_id, kind, what, due_at, due_hours, made_by)
         values (?, ?, ?, ?, ?, ?, ?, ?)`,
      [newId(), of.pumpId, of.logEntryId, kind, what, dueAt, dueHours, of.madeBy],
    );
}

const PROMISES = `select m.*, p.tag, s.name as place, s.zone
  from promise m join pump p on p.id = m.pump_id join site s on s.id = p.site_id`;

/** Longest list of promises on a page. */
const MOST_OPEN = 100;

/**
 * What is open and falls due before a moment, or waits for parts until then or later; the earliest first. A round whose
 * sheet is open stands among the rounds.
 */
export const openPromises = async (sites: Sites, before: Date): Promise<readonly PromiseRow[]> =>
  selected(
    await unitOfWork(),
    promiseRow,
    `${PROMISES} where may_see(?, s.id) and p.retired_at is null and m.settled_at is null
       and (m.due_at < ? or m.kind = 'parts')
       and not (m.kind = 'round' and exists
         (select from run_sheet r where r.pump_id = p.id and r.kind = 'round' and r.signed_at is null))
       order by m.due_at, m.id limit ${MOST_OPEN}`,
    [sitesText(sites), before],
  );

/** Everything that was promised of a pump, the latest first. */
export const promisesOf = async (id: PumpId): Promise<readonly PromiseRow[]> =>
  selected(
    await unitOfWork(),
    promiseRow,
    `${PROMISES} where m.pump_id = ? order by m.due_at desc, m.id`,
    [id],
  );

/** Every open promise of some sites, for a calendar; the earliest first. */
export const everyOpenPromise = async (sites: Sites): Promise<readonly PromiseRow[]> =>
  selected(
    await unitOfWork(),
    promiseRow,
    `${PROMISES} where may_see(?, s.id) and p.retired_at is null and m.settled_at is null
       order by m.due_at, m.id limit 1000`,
    [sitesText(sites)],
  );

/** The pump a promise is of; undefined where there is none. */
export async function pumpOfPromise(
  id: string,
): Promise<{ pumpId: PumpId; zone: string } | undefined> {
  const row = columns(z.object({ pumpId, zone: z.string() }));
  const [found] = await selected(
    await unitOfWork(),
    row,
    `select m.pump_id, s.zone from promise m join pump p on p.id = m.pump_id
       join site s on s.id = p.site_id where m.id = ?`,
    [id],
  );
  return found;
}

/** Ends a promise; false when it is ended already. */
export async function settlePromise(
  id: string,
  by: PersonId,
  outcome: "done" | "dropped",
  why: string,
): Promise<boolean> {
  const rows = await selected(
    await unitOfWork(),
    z.object({ id: z.string() }),
    `update promise set settled_at = now(), settled_by = ?, outcome = ?, why = ?
       where id = ? and settled_at is null returning id`,
    [by, outcome, why, id],
  );
  return rows.length > 0;
}

/** Puts a promise to another moment than it was; false when it is ended already. */
export async function movePromise(id: string, to: (was: Date) => Date): Promise<boolean> {
  return (await unitOfWork()).transactional(async (tx) => {
    const [open] = await selected(
      tx,
      z.object({ due: z.coerce.date() }),
      "select due_at as due from promise where id = ? and settled_at is null for update",
      [id],
    );
    if (open) await tx.execute("update promise set due_at = ? where id = ?", [to(open.due), id]);
    return open !== undefined;
  });
}
