/** Tables for spreadsheets: a text that a spreadsheet would take for a formula is written so that it is none. */
import "server-only";
import type { PlateKey, PumpId } from "@yard-tack/core/case";
import { causeRow } from "@yard-tack/core/diagnosis";
import { causeFound } from "@yard-tack/core/record";
import { DIMENSIONS, parseReading, toUnit, type Unit } from "@yard-tack/core/quantity";
import { DateTime } from "luxon";
import {
  type LogAsked,
  loadPump,
  logOfPump,
  logRows,
  namesOf,
  registerRows,
  type Sites,
} from "@/db";
import { csvOf } from "@/shell/csv";

interface Table {
  readonly name: string;
  readonly text: string;
}

type Row = Readonly<Record<string, string | number>>;

const table = (name: string, columns: readonly string[], rows: readonly Row[]): Table => ({
  name,
  text: csvOf(columns, rows),
});

/** Day and time where the pump stands. */
const local = (at: Date | string, zone: string) => {
  const t = at instanceof Date ? DateTime.fromJSDate(at, { zone }) : DateTime.fromISO(at, { zone });
  return { day: t.toFormat("yyyy-MM-dd"), time: t.toFormat("HH:mm"), zone };
};

const LOG = [
  ...["day", "time", "zone", "place", "pump", "kind", "complaint", "found", "done", "proof"],
  ...["closed", "cause", "cause as it stood", "used", "by", "entry"],
];

/** The log as it is narrowed. */
export async function logCsv(sites: Sites, asked: LogAsked): Promise<Table> {
  const [rows, names] = await Promise.all([logRows(sites, asked), namesOf()]);
  return table(
    "log.csv",
    LOG,
    rows.map(({ id, at, kind, title, personId, record, pump, site }): Row => {
      const cause = causeFound(record);
      return {
        ...local(at, site.zone),
        ...{ place: site.name, pump: pump.tag, kind, complaint: title },
        ...{ found: record.found, done: record.done, proof: record.proof, closed: record.closed },
        cause: cause ? causeRow(cause).name : "",
        "cause as it stood": record.causes[0]?.name ?? "",
        used: record.words
          .filter((w) => w.name === "Used")
          .map((w) => w.text)
          .join("; "),
        ...{ by: names[personId] ?? "", entry: id },
      };
    }),
  );
}

const READINGS = [
  "day",
  "time",
  "zone",
  "pump",
  "visit",
  "position",
  "reading",
  "as read",
  "figure",
  "unit",
  "by",
  "entry",
];

/** A reading as a figure that a spreadsheet can add up, and its unit; the mean of several. */
function figureOf(raw: string): { readonly figure: number | string; readonly unit: string } {
  for (const dimension of DIMENSIONS) {
    const read = parseReading(raw, dimension);
    if (!read.ok) continue;
    const { unit, reference } = read.value.values[0];
    const figure = Number(toUnit(read.value.mean, unit as Unit).toPrecision(9));
    return { figure, unit: reference === "absolute" ? `${unit} abs` : unit };
  }
  return { figure: "", unit: "" };
}

/** Readings of a pump's signed visits as they were read; undefined where there is no such pump. */
export async function readingsCsv(id: PumpId): Promise<Table | undefined> {
  const pump = await loadPump(id);
  if (!pump) return undefined;
  const rows = (await logOfPump(id)).flatMap(({ id: entry, title, record }) =>
    record.readings.map((r): Row => ({
      ...local(r.at, pump.zone),
      ...{ pump: pump.tag, visit: title, position: r.snapshot, reading: r.name },
      ...{ "as read": r.raw, ...figureOf(r.raw), by: r.by, entry },
    })),
  );
  return table(`${pump.tag} readings.csv`, READINGS, rows);
}

const PLATES = ["type", "serial", "dateCode"] as const satisfies readonly PlateKey[];
const PUMPS = [
  ...["place", "tag", "purpose", "family", "installation", "zone"],
  ...PLATES.flatMap((f) => [`body ${f}`, `motor ${f}`]),
  ...["taken off", "id"],
];

/** Pumps that have every word of a text. */
export async function pumpsCsv(sites: Sites, text: string): Promise<Table> {
  const said = (facts: Readonly<Record<string, unknown>> | null, field: string): string => {
    const value = facts?.[field];
    return typeof value === "string" || typeof value === "number" ? String(value) : "";
  };
  const rows = (await registerRows(sites, text)).map((p): Row => ({
    ...{ place: p.siteName, tag: p.tag, purpose: p.purpose, family: p.family, zone: p.zone },
    installation: p.installation ?? "",
    ...Object.fromEntries(
      PLATES.flatMap((f) => [
        [`body ${f}`, said(p.body, f)],
        [`motor ${f}`, said(p.motor, f)],
      ]),
    ),
    "taken off": p.retiredAt?.toISOString().slice(0, 10) ?? "",
    id: p.id,
  }));
  return table("pumps.csv", PUMPS, rows);
}
