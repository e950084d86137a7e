/**
 * Rows of a table brought into the register and the log: each whole or not at all, and said line by line. A trial does the very
 * same and takes it back, so that what is shown before is what happens.
 */
import type { EntityManager } from "@mikro-orm/postgresql";
import { POSITIONS, type PumpId, pumpId as pumpIdSchema } from "@yard-tack/core/case";
import { ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import {
  judgeEntry,
  judgePump,
  judgeReading,
  leftBehind,
  linesOf,
  type LogLine,
  type PumpLine,
  type ReadingLine,
  slotOf,
  type TableKind,
  type WhereAndWhen,
} from "@yard-tack/core/record";
import { parseReading, type UnitSystem } from "@yard-tack/core/quantity";
import {
  caseOfVisit,
  ENTRY_VERSION,
  foldEntries,
  type PositionStrip,
  readEntry,
  type SheetEntry,
  stripsOf,
} from "@yard-tack/core/visit";
import { DateTime } from "luxon";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { LogEntry, Pump, Site, VisitPoints } from "./entities";
import { giveNewSite } from "./grants";
import { type PumpRecord, pumpRecord } from "./pumps";
import { appendPlate } from "./register";
import { columns, selected } from "./rows";
import { type By, type Sites, sitesText } from "./sites";
import { keepTrend } from "./trend";

interface TableLine {
  /** Of the file, from 1. */
  readonly line: number;
  /** By the keys of the columns. */
  readonly cells: Readonly<Record<string, string>>;
}

/** What came of a line, or would. */
export interface LineOutcome {
  readonly line: number;
  readonly does: "new" | "changes" | "known" | "left-out";
  readonly words: string;
}

export interface Bringing {
  readonly by: By & { readonly units: UnitSystem };
  readonly kind: TableKind;
  readonly lines: readonly TableLine[];
  /** Of the file. */
  readonly name: string;
  /** Nothing is kept. */
  readonly trial: boolean;
  readonly now: Date;
}

/** Takes a trial back, with what it found. */
class TrialOver extends Error {
  constructor(readonly outcomes: readonly LineOutcome[]) {
    super("trial");
  }
}

export async function bringRows(asked: Bringing): Promise<readonly LineOutcome[]> {
  const em = await unitOfWork();
  try {
    return await em.transactional(async (tx) => {
      const outcomes = await BRING[asked.kind](tx, asked);
      if (asked.trial) throw new TrialOver(outcomes);
      return outcomes;
    });
  } catch (error) {
    if (error instanceof TrialOver) return error.outcomes;
    throw error;
  }
}

const BRING: Readonly<
  Record<TableKind, (tx: EntityManager, asked: Bringing) => Promise<readonly LineOutcome[]>>
> = { pumps: bringPumps, log: bringEntries, readings: bringReadings };

const said = (parts: readonly string[]): string => parts.filter((p) => p !== "").join(" ");
const leftOut = (line: number, words: string): LineOutcome => ({ line, does: "left-out", words });

const knownRow = columns(
  z.object({
    id: pumpIdSchema,
    tag: z.string(),
    family: z.string(),
    siteId: z.string(),
    place: z.string(),
    zone: z.string(),
  }),
);
type Known = z.output<typeof knownRow>;

/** Pumps of these tags at places that may be seen. */
const pumpsCalled = (tx: EntityManager, sites: Sites, tags: readonly string[]): Promise<Known[]> =>
  selected(
    tx,
    knownRow,
    `select p.id, p.tag, p.family, p.site_id, s.name as place, s.zone from pump p join site s on s.id = p.site_id
       where may_see(?, s.id) and p.same_as is null
         and p.tag in (select jsonb_array_elements_text(?::jsonb))`,
    [sitesText(sites), JSON.stringify([...new Set(tags)])],
  );

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

async function bringPumps(tx: EntityManager, { by, lines, now }: Bringing) {
  const judged = lines.map(({ line, cells }) => ({ line, row: judgePump(cells) }));
  const tags = judged.flatMap(({ row }) => (row.ok ? [row.value.tag] : []));
  const known = await pumpsCalled(tx, by.sites, tags);
  const sites = await tx.find(Site, by.sites === "all" ? {} : { id: [...by.sites] });
  const outcomes: LineOutcome[] = [];
  for (const { line, row } of judged) {
    if (!row.ok) {
      outcomes.push(leftOut(line, row.why));
      continue;
    }
    const { value, says } = row;
    const there = known.find((k) => k.tag === value.tag && same(k.place, value.place));
    if (there) {
      outcomes.push(await changed(tx, line, there, value, says));
      continue;
    }
    let site = sites.find((s) => same(s.name, value.place));
    const fresh = site === undefined;
    if (!site) {
      site = tx.create(Site, {
        ...{ id: newId(), name: value.place, zone: value.zone ?? "UTC", units: by.units },
        ...{ conditions: {}, createdAt: now },
      });
      await tx.flush();
      await giveNewSite(tx, by, site.id);
      sites.push(site);
    }
    const id = pumpIdSchema.parse(newId());
    tx.create(Pump, {
      ...{ id, siteId: site.id, tag: value.tag, purpose: value.purpose ?? "" },
      ...{ family: value.family, installation: value.installation ?? null },
      ...{ details: {}, layout: {}, retiredAt: null, createdAt: now },
    });
    await tx.flush();
    await plates(tx, id, value);
    known.push({
      ...{ id, tag: value.tag, family: value.family, siteId: site.id, place: site.name },
      zone: site.zone,
    });
    outcomes.push({
      line,
      does: "new",
      words: said([
        `${value.tag}, new${fresh ? `, at a new place, ${value.place}` : ""}.`,
        ...says,
      ]),
    });
  }
  return outcomes;
}

const PLATES = ["body", "motor"] as const;

async function plates(tx: EntityManager, id: PumpId, value: PumpLine): Promise<string[]> {
  const told: string[] = [];
  for (const kind of PLATES) {
    const facts = value[kind];
    if (Object.keys(facts).length === 0) continue;
    await appendPlate(tx, id, kind, (before) => {
      for (const [key, text] of Object.entries(facts)) {
        const was = before?.[key];
        if (was !== undefined && String(was) !== text)
          told.push(`${kind} ${key} was ${String(was)}.`);
        if (String(was ?? "") !== text) told.push(`${kind} ${key} is ${text}.`);
      }
      return { ...before, ...facts };
    });
  }
  return told;
}

/** A pump that is there: its plates are added to; what else stands in the register is not written over. */
async function changed(
  tx: EntityManager,
  line: number,
  there: Known,
  value: PumpLine,
  says: readonly string[],
): Promise<LineOutcome> {
  const told = await plates(tx, there.id, value);
  const family =
    there.family === value.family ? "" : `It is a ${there.family} here, and stays one.`;
  return {
    line,
    does: told.length > 0 ? "changes" : "known",
    words: said([`${value.tag} is there already.`, ...told, family, ...says]),
  };
}

/** The one pump a line is of, at the moment it tells of; or why there is none. */
function placedAt(
  known: readonly Known[],
  { tag, place, at, zone }: WhereAndWhen,
  now: Date,
): { readonly pump: Known; readonly at: Date; readonly perhaps: readonly Date[] } | string {
  const called = known.filter(
    (k) => k.tag === tag && (place === undefined || same(k.place, place)),
  );
  const [pump, another] = called;
  if (!pump)
    return `There is no pump ${tag}${place === undefined ? "" : ` at ${place}`} in the list.`;
  if (another) return `There are ${called.length} pumps ${tag}: say the place.`;
  const moment = DateTime.fromISO(at, { zone: zone ?? pump.zone });
  if (!moment.isValid) return `${at.replace("T", " ")} is no time in ${zone ?? pump.zone}.`;
  return moment.toJSDate() > now
    ? `${at.replace("T", " ")} has not been yet.`
    : {
        ...{ pump, at: moment.toJSDate() },
        // An hour that a clock goes through twice is one of two: both are looked for.
        perhaps: moment.getPossibleOffsets().map((m) => m.toJSDate()),
      };
}

/** Whether an entry of this minute, title and finding is there already: a table has no seconds. */
async function isThere(
  tx: EntityManager,
  pumpId: PumpId,
  perhaps: readonly Date[],
  title: string,
  found: string,
) {
  const [row] = await selected(
    tx,
    z.object({ n: z.coerce.number() }),
    `select count(*) as n from log_entry where pump_id = ?
       and exists (select from jsonb_array_elements_text(?::jsonb) m
                     where at >= m::timestamptz and at < m::timestamptz + interval '1 minute')
       and title = ? and body->>'found' = ?`,
    [pumpId, JSON.stringify(perhaps), title, found],
  );
  return (row?.n ?? 0) > 0;
}

type Left = ReturnType<typeof leftBehind>;

/** An entry that came without a sheet, with its points. */
export async function keepEntry(
  tx: EntityManager,
  {
    pumpId,
    personId,
    at,
    kind,
    title,
  }: { pumpId: PumpId; personId: string; at: Date; kind: "call" | "round"; title: string },
  left: Left,
) {
  const id = newId();
  tx.create(LogEntry, {
    ...{ id, pumpId, sheetId: null, personId, at, kind, title, result: null, supersedes: null },
    body: { ...left.record },
  });
  await tx.flush();
  tx.create(VisitPoints, {
    ...{ logEntryId: id, pumpId, at, kind, engine: ENGINE_VERSION, fingerprint: false },
    points: [...left.points],
  });
  await tx.flush();
}

/** Who it was by, and from which file, stands with what was brought. */
export const fromFile = (name: string, by: string | undefined) => ({
  name: "Brought in from",
  text: by === undefined ? name : `${name}; signed there by ${by}`,
});

async function bringEntries(tx: EntityManager, { by, lines, name, now }: Bringing) {
  const judged = lines.map(({ line, cells }) => ({ line, row: judgeEntry(cells) }));
  const tags = judged.flatMap(({ row }) => (row.ok ? [row.value.tag] : []));
  const known = await pumpsCalled(tx, by.sites, tags);
  const outcomes: LineOutcome[] = [];
  for (const { line, row } of judged) {
    outcomes.push(
      row.ok
        ? await bringEntry(tx, { line, known, value: row.value, says: row.says }, { by, name, now })
        : leftOut(line, row.why),
    );
  }
  return outcomes;
}

async function bringEntry(
  tx: EntityManager,
  {
    line,
    known,
    value,
    says,
  }: { line: number; known: readonly Known[]; value: LogLine; says: readonly string[] },
  { by, name, now }: Pick<Bringing, "by" | "name" | "now">,
): Promise<LineOutcome> {
  const where = placedAt(known, value, now);
  if (typeof where === "string") return leftOut(line, where);
  const { pump, at, perhaps } = where;
  const title = value.complaint === "" ? "Round" : value.complaint;
  const shown = `${pump.tag}, ${value.at.replace("T", " ")}: ${title}`;
  if (await isThere(tx, pump.id, perhaps, title, value.found))
    return { line, does: "known", words: `${shown} is there already.` };
  const { closed, found, done, proof, cause: was, used } = value;
  const left = leftBehind(
    {
      format: "yard-tack/case",
      version: 1,
      pump: { tag: pump.tag, family: pump.family as PumpLine["family"] },
      snapshots: [],
    },
    { closed, found, done, proof, was },
    { words: [...(used ? [{ name: "Used", text: used }] : []), fromFile(name, value.by)] },
    null,
  );
  await keepEntry(tx, { pumpId: pump.id, personId: by.id, at, kind: value.kind, title }, left);
  return { line, does: "new", words: said([`${shown}, new.`, ...says]) };
}

/** Lines of one pump and one moment are one visit. */
interface Visit {
  readonly pump: Known;
  readonly at: Date;
  readonly by: string | undefined;
  readonly read: {
    readonly line: number;
    readonly value: ReadingLine;
    readonly strip: PositionStrip;
  }[];
}

const TITLE = "Readings from a table";
const FOUND = "Readings that were taken then; nothing else was written down.";

async function bringReadings(tx: EntityManager, { by, lines, name, now }: Bringing) {
  const judged = lines.map(({ line, cells }) => ({ line, row: judgeReading(cells) }));
  const tags = judged.flatMap(({ row }) => (row.ok ? [row.value.tag] : []));
  const known = await pumpsCalled(tx, by.sites, tags);
  const pumps = new Map<PumpId, PumpRecord | undefined>();
  const visits = new Map<string, Visit>();
  const outcomes: LineOutcome[] = [];
  for (const { line, row } of judged) {
    const where = row.ok ? placedAt(known, row.value, now) : row.why;
    if (!row.ok || typeof where === "string") {
      outcomes.push(leftOut(line, typeof where === "string" ? where : ""));
      continue;
    }
    const { pump, at } = where;
    if (!pumps.has(pump.id)) pumps.set(pump.id, await pumpRecord(tx, pump.id));
    const record = pumps.get(pump.id);
    const strips = record ? stripsOf(record.instruments, record.view.facts, by.units) : [];
    const slot = slotOf(row.value, strips);
    if (!slot.ok) {
      outcomes.push(leftOut(line, slot.why));
      continue;
    }
    const key = `${pump.id} ${at.getTime()}`;
    const visit = visits.get(key) ?? { pump, at, by: row.value.by, read: [] };
    visits.set(key, visit);
    visit.read.push({ line, value: row.value, strip: slot.value });
  }
  for (const visit of visits.values()) {
    const record = pumps.get(visit.pump.id);
    if (record) outcomes.push(...(await bringVisit(tx, visit, record, { by, name })));
  }
  for (const id of new Set([...visits.values()].map((v) => v.pump.id))) await keepTrend(tx, id);
  return outcomes.sort((a, b) => a.line - b.line);
}

async function bringVisit(
  tx: EntityManager,
  { pump, at, by: reader, read }: Visit,
  record: PumpRecord,
  { by, name }: Pick<Bringing, "by" | "name">,
): Promise<LineOutcome[]> {
  const there = await isThere(tx, pump.id, [at], TITLE, FOUND);
  if (!there) {
    const entries = read.flatMap(({ value, strip }, i): SheetEntry[] => {
      const parsed = parseReading(value.raw, strip.dimension);
      const entry = readEntry({
        ...{ version: ENTRY_VERSION, id: newId(), personId: by.id, at: at.toISOString() },
        ...{ supersedes: null, order: i + 1, kind: "reading", fault: null, reason: null },
        ...{ snapshot: value.position, slot: strip.slot, raw: value.raw },
        unit: parsed.ok ? parsed.value.values[0].unit : null,
        si: parsed.ok ? parsed.value.mean : null,
      });
      return entry.ok ? [entry.value] : [];
    });
    const state = foldEntries(entries);
    const basis = { ...record, codes: [], day: at.toISOString(), round: true };
    const lines = linesOf({
      ...{ facts: record.view.facts, instruments: record.instruments, units: by.units, entries },
      ...{ pictures: [], people: reader === undefined ? {} : { [by.id]: reader } },
    });
    const left = leftBehind(
      caseOfVisit(basis, state, undefined, POSITIONS),
      { closed: "not said", found: FOUND, done: "", proof: "", was: null },
      { ...lines, words: [...lines.words, fromFile(name, reader)], upTo: null },
      null,
    );
    await keepEntry(
      tx,
      { pumpId: pump.id, personId: by.id, at, kind: "round", title: TITLE },
      left,
    );
  }
  return read.map(({ line, value, strip }) => ({
    line,
    does: there ? "known" : "new",
    words: `${pump.tag}, ${value.at.replace("T", " ")}: ${strip.name} ${value.raw}${there ? " is there already." : ", new."}`,
  }));
}
