/** Two pumps of the list that may be one machine, and two that somebody said are. */
import { LockMode } from "@mikro-orm/core";
import type { PumpId } from "@yard-tack/core/case";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { Pump } from "./entities";
import { columns, selected } from "./rows";
import { type By, sees, type Sites, sitesText } from "./sites";

const known = columns(
  z.object({
    id: z.string(),
    tag: z.string(),
    place: z.string(),
    entries: z.number().int(),
    retired: z.boolean(),
  }),
);

const doubleRow = columns(
  z.object({
    one: known,
    other: known,
    /** Why they may be one: what is the same. */
    why: z.enum(["serial", "tag"]),
    what: z.string(),
  }),
);
export type Double = z.output<typeof doubleRow>;

/** Pairs that a list has. */
const MOST = 50;

const KNOWN = (p: string, s: string) => `jsonb_build_object('id', ${p}.id, 'tag', ${p}.tag,
  'place', ${s}.name, 'retired', ${p}.retired_at is not null,
  'entries', (select count(*) from log_entry l where l.pump_id = ${p}.id))`;

/** A serial number as it is compared: letters and figures alone. */
const SERIAL = "lower(btrim(t.facts->>'serial'))";

/**
 * Pumps whose plates carry one serial number, and pumps of one place whose tags differ in no letter or figure. Those that
 * are told to be one already are none.
 */
export async function doublesOf(sites: Sites): Promise<Double[]> {
  const seen = sitesText(sites);
  return selected(
    await unitOfWork(),
    doubleRow,
    `with listed as (
       select p.id, p.tag, p.site_id from pump p where may_see(?, p.site_id) and p.same_as is null
     ), numbered as (
       select t.pump_id, t.kind, ${SERIAL} as serial from plate t join listed p on p.id = t.pump_id
         where t.facts->>'serial' is not null and length(btrim(t.facts->>'serial')) >= 3
           and not exists (select from plate n where n.supersedes = t.id)
     ), twice as (
       -- Each with the one before it that is alike: of a hundred that carry one number not every pair is told.
       select lag(pump_id) over alike as one, pump_id as other, 'serial' as why, serial as what
         from numbered window alike as (partition by kind, serial order by pump_id)
       union all
       select lag(id) over alike, id, 'tag', tag from listed
         window alike as (partition by site_id, regexp_replace(lower(tag), '[^[:alnum:]]', '', 'g') order by id)
     ), shown as (
       select one, other, why, min(what) as what from twice where one <> other group by one, other, why limit ${MOST}
     )
     select ${KNOWN("p", "s")} as one, ${KNOWN("o", "os")} as other, w.why, w.what
       from shown w join pump p on p.id = w.one join site s on s.id = p.site_id
       join pump o on o.id = w.other join site os on os.id = o.site_id order by s.name, p.tag`,
    [seen],
  );
}

const otherRow = z.object({ tag: z.string(), place: z.string() });

/** Another pump whose plate of this kind carries the same serial number, where it may be seen. */
export async function sameSerial(
  sites: Sites,
  pump: PumpId,
  kind: string,
  serial: string,
): Promise<z.output<typeof otherRow> | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    otherRow,
    `select p.tag, s.name as place from plate t join pump p on p.id = t.pump_id join site s on s.id = p.site_id
       where ${SERIAL} = lower(btrim(?)) and t.facts->>'serial' is not null and t.kind = ? and p.id <> ?
         and p.same_as is null and may_see(?, s.id) and not exists (select from plate n where n.supersedes = t.id)
       limit 1`,
    [serial, kind, pump, sitesText(sites)],
  );
  return row;
}

export type ToldTheSame = "told" | "gone" | "open-call";

/**
 * Says that two pumps of the list are one machine: the other goes from the lists, its log is shown with the one that is
 * kept. Nothing of either is changed.
 */
export async function sayTheSame(by: By, keep: PumpId, other: PumpId): Promise<ToldTheSame> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    // Locked in one order, whoever says it which way round.
    const pumps = await tx.find(
      Pump,
      { id: [keep, other] },
      { orderBy: { id: "asc" }, lockMode: LockMode.PESSIMISTIC_WRITE },
    );
    if (keep === other || pumps.length < 2 || !pumps.every((p) => sees(by.sites, p.siteId)))
      return "gone";
    const [open] = await selected(
      tx,
      z.object({ n: z.coerce.number() }),
      "select count(*) as n from run_sheet where pump_id = ? and signed_at is null",
      [other],
    );
    if (open && open.n > 0) return "open-call";
    // One that was told to be the other goes along with it.
    await tx.execute("update pump set same_as = ? where (id = ? or same_as = ?) and id <> ?", [
      keep,
      other,
      other,
      keep,
    ]);
    await tx.execute("update pump set same_as = null, retired_at = null where id = ?", [keep]);
    await tx.execute("update pump set retired_at = coalesce(retired_at, now()) where id = ?", [
      other,
    ]);
    return "told";
  });
}

/** Takes that back: the two stand in the lists again. @returns the one that it was told to be */
export async function tellApart(by: By, other: PumpId): Promise<string | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    z.object({ kept: z.string() }),
    `update pump p set same_as = null, retired_at = null from pump k
       where p.id = ? and k.id = p.same_as and may_see(?, p.site_id) returning k.id as kept`,
    [other, sitesText(by.sites)],
  );
  return row?.kept;
}
