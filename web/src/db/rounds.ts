/** Rounds: how often a pump is gone to, in which order a place is walked, which two are read beside each other. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { type PersonId, type PumpId, pumpId } from "@yard-tack/core/case";
import { type CounterReading, reaches } from "@yard-tack/core/upkeep";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, idRow, selected } from "./rows";

/** How a text of a snapshot or an entry stands by its strip. */
export type TypedReadings = Readonly<Record<string, string>>;

/** Of a pump: its rule, its counter, and its twin with what was read there last. */
export interface RoundOf {
  readonly days: number;
  readonly hours: number | null;
  readonly counter: readonly CounterReading[];
  readonly twin: {
    readonly id: PumpId;
    readonly tag: string;
    readonly at: string;
    readonly readings: TypedReadings;
  } | null;
}

/** Looks at a counter that are told; older ones say nothing of how it runs today. */
const LOOKS = 24;

const counterRow = z.array(z.object({ at: z.coerce.date(), hours: z.number() }));

export const roundRow = columns(
  z.object({
    days: z.number().int(),
    hours: z.number().int().nullable(),
    counter: counterRow.nullable(),
    twin: z
      .object({
        id: pumpId,
        tag: z.string(),
        openAt: z.coerce.date().nullable(),
        open: z.record(z.string(), z.string()).nullable(),
        lastAt: z.coerce.date().nullable(),
        last: z.array(z.record(z.string(), z.unknown())).nullable().catch(null),
      })
      .nullable(),
  }),
);

/**
 * Of the pump of a run sheet `r`. The twin's readings: as found on its open sheet, where there are any, else those of its last visit. Of entries about one
 * strip the last that the server took counts.
 */
export const ROUND = `
  select p.round_days as days, p.round_hours as hours,
    (select jsonb_agg(h order by h.at) from (
       select at, hours from hours_run where pump_id = p.id order by at desc limit ${LOOKS}) h) as counter,
    (select jsonb_build_object('id', t.id, 'tag', t.tag, 'openAt', o.at, 'open', o.readings,
                               'lastAt', l.at, 'last', l.snapshots)
       from pump t
       left join lateral (
         select max(e.at) as at, jsonb_object_agg(e.slot, e.raw) as readings from (
           select distinct on (e.body->>'slot') e.at, e.body->>'slot' as slot, e.body->>'raw' as raw
             from sheet_entry e join run_sheet r on r.id = e.sheet_id
            where r.pump_id = t.id and r.signed_at is null and e.kind = 'reading'
              and e.body->>'snapshot' = 'as found'
            order by e.body->>'slot', e.seq desc) e where e.raw <> '') o on true
       left join lateral (
         select l.at, l.body->'snapshots' as snapshots from log_entry l
          where l.pump_id = t.id and jsonb_array_length(coalesce(l.body->'snapshots', '[]')) > 0
          order by l.at desc limit 1) l on true
      where t.id = p.twin_id and t.site_id = p.site_id and t.retired_at is null) as twin
  from pump p where p.id = r.pump_id`;

/** A row of {@link ROUND}, as it is told. */
export function roundOf(row: z.output<typeof roundRow>): RoundOf {
  const { days, hours, twin } = row;
  const at = twin?.openAt ?? twin?.lastAt;
  return {
    days,
    hours,
    counter: (row.counter ?? []).map((c) => ({ at: c.at.getTime(), hours: c.hours })),
    twin:
      twin && at
        ? {
            ...{ id: twin.id, tag: twin.tag, at: at.toISOString() },
            readings: twin.open ?? lastReadings(twin.last ?? []),
          }
        : null,
  };
}

/** The texts of a visit's first snapshot by the strips they were typed into. */
export function lastReadings(
  snapshots: readonly Readonly<Record<string, unknown>>[],
): TypedReadings {
  const texts = (name: string, value: unknown): (readonly [string, string])[] => {
    if (typeof value === "string") return [[name, value]];
    return Array.isArray(value) ? value.flatMap((v, i) => texts(`${name}.${i}`, v)) : [];
  };
  const first = snapshots.find((s) => s["label"] === "as found") ?? snapshots[0] ?? {};
  return Object.fromEntries(Object.entries(first).flatMap(([name, value]) => texts(name, value)));
}

/**
 * Keeps a look at a counter, within a signature, and draws nearer the round that is promised where the pump has run more
 * than was thought. It is never put off: the calendar may have set its day.
 */
export async function keepHours(
  tx: EntityManager,
  of: { readonly pumpId: string; readonly logEntryId: string; readonly personId: string },
  hours: number,
  at: Date,
): Promise<void> {
  await tx.execute(
    `insert into hours_run (id, pump_id, log_entry_id, hours, at, person_id)
       values (?, ?, ?, ?, ?, ?)`,
    [newId(), of.pumpId, of.logEntryId, hours, at, of.personId],
  );
  const counter = await selected(
    tx,
    z.object({ at: z.coerce.date(), hours: z.number() }),
    `select at, hours from hours_run where pump_id = ? order by at desc limit ${LOOKS}`,
    [of.pumpId],
  );
  const looks = counter.map((c) => ({ at: c.at.getTime(), hours: c.hours }));
  const due = await selected(
    tx,
    columns(z.object({ id: z.string(), dueHours: z.number() })),
    `select id, due_hours from promise
       where pump_id = ? and kind = 'round' and settled_at is null and due_hours is not null`,
    [of.pumpId],
  );
  for (const { id, dueHours } of due) {
    const reached = reaches(dueHours, looks);
    if (reached !== undefined)
      await tx.execute("update promise set due_at = least(due_at, ?) where id = ?", [
        new Date(reached),
        id,
      ]);
  }
}

/** A round that was made keeps the promise of it, within its signature. */
export async function roundMade(
  tx: EntityManager,
  pump: string,
  by: PersonId,
  at: Date,
): Promise<void> {
  await tx.execute(
    `update promise set settled_at = ?, settled_by = ?, outcome = 'done'
       where pump_id = ? and kind = 'round' and settled_at is null`,
    [at, by, pump],
  );
}

const placeRow = columns(
  z.object({
    id: pumpId,
    tag: z.string(),
    purpose: z.string(),
    family: z.string(),
    days: z.number().int(),
    hours: z.number().int().nullable(),
    twin: z.string().nullable(),
    lastAt: z.coerce.date().nullable(),
    dueAt: z.coerce.date().nullable(),
    dueHours: z.number().nullable(),
    looks: counterRow.nullable(),
  }),
);
type PlacePump = z.output<typeof placeRow>;

interface PlaceRounds {
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly pumps: readonly PlacePump[];
}

/** A place's pumps in the order in which they are walked. */
export const WALKED = "p.walk nulls last, p.tag, p.id";

/** Undefined where there is no such place. */
export async function placeRounds(site: string): Promise<PlaceRounds | undefined> {
  const em = await unitOfWork();
  const [place] = await selected(
    em,
    z.object({ id: z.string(), name: z.string(), zone: z.string() }),
    "select id, name, zone from site where id = ?",
    [site],
  );
  if (!place) return undefined;
  const pumps = await selected(
    em,
    placeRow,
    `select p.id, p.tag, p.purpose, p.family, p.round_days as days, p.round_hours as hours,
       p.twin_id as twin, m.due_at, m.due_hours,
       (select max(at) from log_entry l where l.pump_id = p.id and l.kind = 'round') as last_at,
       (select jsonb_agg(h order by h.at) from (select at, hours from hours_run
          where pump_id = p.id order by at desc limit ${LOOKS}) h) as looks
     from pump p left join lateral (
       select due_at, due_hours from promise where pump_id = p.id and kind = 'round'
         and settled_at is null order by due_at limit 1) m on true
     where p.site_id = ? and p.retired_at is null order by ${WALKED}`,
    [site],
  );
  return { ...place, pumps };
}

/** How a pump of a place is gone to. */
export interface RoundPlan {
  readonly pump: string;
  readonly days: number;
  readonly hours: number | null;
  readonly twin: string | null;
}

const planRow = columns(
  z.object({
    pump: z.string(),
    days: z.number().int(),
    hours: z.number().int().nullable(),
    twin: z.string().nullable(),
  }),
);

/**
 * Sets how a place is walked, in the order given. A pump that was added meanwhile comes last; one that is gone is left out.
 * @param before - as whoever sets it saw it
 */
export async function saveRounds(
  site: string,
  plans: readonly RoundPlan[],
  before: readonly RoundPlan[],
): Promise<"saved" | "no-such-place" | "newer"> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const there = await selected(tx, idRow, "select id from site where id = ? for update", [site]);
    if (there.length === 0) return "no-such-place";
    const now = await selected(
      tx,
      planRow,
      `select p.id as pump, p.round_days as days, p.round_hours as hours, p.twin_id as twin
         from pump p where p.site_id = ? and p.retired_at is null order by ${WALKED}`,
      [site],
    );
    const seen = new Map(before.map((p) => [p.pump, p]));
    const changed = (p: RoundPlan): boolean => {
      const was = seen.get(p.pump);
      return (
        was !== undefined && (was.days !== p.days || was.hours !== p.hours || was.twin !== p.twin)
      );
    };
    const walk = (list: readonly RoundPlan[]) => list.map((p) => p.pump).filter((p) => seen.has(p));
    const here = new Set(now.map((p) => p.pump));
    const known = walk(before).filter((p) => here.has(p));
    if (now.some(changed) || walk(now).join() !== known.join()) return "newer";
    const told = plans.map((p) => p.pump).join(",");
    await tx.execute("update pump set walk = null where site_id = ?", [site]);
    await tx.execute(
      `update pump set twin_id = null where site_id = ? and
         (id = any(string_to_array(?, ',')::uuid[]) or twin_id = any(string_to_array(?, ',')::uuid[]))`,
      [site, told, told],
    );
    for (const [i, { pump, days, hours, twin }] of plans.entries())
      await tx.execute(
        `update pump set walk = ?, round_days = ?, round_hours = ?,
           twin_id = (select t.id from pump t where t.id = ? and t.site_id = ?)
         where id = ? and site_id = ?`,
        [i, days, hours, twin, site, pump, site],
      );
    return "saved";
  });
}
