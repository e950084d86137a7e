/** Rows of a table that is brought in, judged one by one: what each says, or why it is left out. */
import {
  CAUSE_IDS,
  type CauseId,
  type Closing,
  CLOSINGS,
  dimensionAt,
  FAMILIES,
  type Family,
  INSTALLATIONS,
  type Installation,
  type Position,
  POSITIONS,
} from "../../case/index.ts";
import { causeRow } from "../../diagnosis/index.ts";
import { type Dimension, parseQuantity, parseReading } from "../../quantity/index.ts";
import { type PositionStrip } from "../../visit/index.ts";
import { type ColumnMap, TABLE_COLUMNS, type TableKind } from "./columns.ts";

export type Judged<T> =
  | { readonly ok: true; readonly value: T; readonly says: readonly string[] }
  | { readonly ok: false; readonly why: string };

const out = (why: string) => ({ ok: false, why }) as const;

/** The longest text of a cell [characters]; the log's own fields take no more. */
const LONGEST = 4000;
const LONGEST_NAME = 120;

export type Cells = Readonly<Record<string, string>>;

/**
 * The cells of a row by the keys of the columns. A mark that keeps a spreadsheet from working a text out as a formula is
 * taken off again.
 */
export function cellsOf(kind: TableKind, map: ColumnMap, row: readonly string[]): Cells {
  return Object.fromEntries(
    TABLE_COLUMNS[kind].flatMap(({ key }) => {
      const at = map[key];
      const text =
        at === undefined ? "" : (row[at] ?? "").trim().replace(/^'(?=[=+\-@\t\r\n])/, "");
      return text === "" ? [] : [[key, text] as const];
    }),
  );
}

/** What every row needs; undefined where nothing is missing or too long. */
function lacking(kind: TableKind, cells: Cells): string | undefined {
  const missing = TABLE_COLUMNS[kind].filter((c) => c.needed && cells[c.key] === undefined);
  if (missing.length > 0) return `It has no ${missing.map((c) => c.name).join(" and no ")}.`;
  const long = Object.entries(cells).find(
    ([key, text]) =>
      text.length > (["found", "done", "proof", "complaint", "used"].includes(key) ? LONGEST : 200),
  );
  if (long) return `What stands under ${long[0]} is too long.`;
  const name = ["tag", "place"].find((key) => (cells[key]?.length ?? 0) > LONGEST_NAME);
  return name === undefined ? undefined : `The ${name} is too long.`;
}

export interface PumpLine {
  readonly tag: string;
  readonly family: Family;
  readonly place: string;
  readonly zone: string | undefined;
  readonly purpose: string | undefined;
  readonly installation: Installation | undefined;
  readonly body: Cells;
  readonly motor: Cells;
}

/** What a plate's figure has to be a quantity of. */
const MOTOR_DIMENSIONS: Readonly<Record<string, Dimension>> = {
  power: "power",
  voltage: "voltage",
  current: "current",
  speed: "speed",
};

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/\bpumps?\b/g, " ")
    .replace(/[^a-z]+/g, "-")
    .replace(/^-|-$/g, "");

const under = (cells: Cells, plate: string): Cells =>
  Object.fromEntries(
    Object.entries(cells).flatMap(([key, text]) =>
      key.startsWith(`${plate}.`) ? [[key.slice(plate.length + 1), text]] : [],
    ),
  );

/** A pump of a table. */
export function judgePump(cells: Cells): Judged<PumpLine> {
  const lacks = lacking("pumps", cells);
  if (lacks) return out(lacks);
  const { tag = "", place = "", zone, purpose } = cells;
  const family = FAMILIES.find((f) => f === slug(cells["family"] ?? ""));
  if (!family)
    return out(`"${cells["family"]}" is no family that is known: ${FAMILIES.join(", ")}.`);
  const written = cells["installation"];
  const installation = INSTALLATIONS.find((i) => i === slug(written ?? ""));
  if (zone !== undefined && !isZone(zone)) return out(`"${zone}" is no time zone.`);
  const motor = Object.entries(under(cells, "motor")).map(([key, text]) => {
    const dimension = MOTOR_DIMENSIONS[key];
    const fault = dimension && !parseQuantity(text, dimension).ok;
    return { key, text, says: fault ? `Motor ${key} "${text}" has no unit of it; left out.` : "" };
  });
  return {
    ok: true,
    value: {
      ...{ tag, family, place, zone, purpose, installation, body: under(cells, "body") },
      motor: Object.fromEntries(motor.flatMap((m) => (m.says === "" ? [[m.key, m.text]] : []))),
    },
    says: [
      ...(written !== undefined && !installation
        ? [`"${written}" is no way to be installed; left out.`]
        : []),
      ...motor.map((m) => m.says).filter((s) => s !== ""),
    ],
  };
}

const isZone = (text: string): boolean => {
  try {
    new Intl.DateTimeFormat("en", { timeZone: text });
    return true;
  } catch {
    return false;
  }
};

export interface WhereAndWhen {
  readonly tag: string;
  readonly place: string | undefined;
  /** As a clock at the place shows it: "2026-03-02T14:30". */
  readonly at: string;
  readonly zone: string | undefined;
  readonly by: string | undefined;
}

/** A day and a time of a table; days of which nobody knows which figure is the month are none. */
export function wallOf(day: string, time: string | undefined): Judged<string> {
  const iso = /^(\d{4})-(\d\d)-(\d\d)$/.exec(day);
  const dotted = /^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4})$/.exec(day);
  const parts = iso ? iso.slice(1) : dotted ? dotted.slice(1).reverse() : undefined;
  if (!parts) return out(`The day "${day}" is not understood: write 2026-03-31.`);
  const [y = "", m = "", d = ""] = parts.map((p) => p.padStart(2, "0"));
  const date = new Date(`${y}-${m}-${d}T00:00:00Z`);
  const real =
    !Number.isNaN(date.getTime()) && date.toISOString().slice(0, 10) === `${y}-${m}-${d}`;
  if (!real) return out(`There is no day "${day}".`);
  const clock = /^([01]?\d|2[0-3])[:.h]([0-5]\d)(?::\d\d)?$/.exec(time ?? "12:00");
  if (!clock) return out(`The time "${time}" is not understood: write 14:30.`);
  const [, hour = "", minute = ""] = clock;
  return { ok: true, value: `${y}-${m}-${d}T${hour.padStart(2, "0")}:${minute}`, says: [] };
}

function placed(kind: TableKind, cells: Cells): Judged<WhereAndWhen> {
  const lacks = lacking(kind, cells);
  if (lacks) return out(lacks);
  const { tag = "", place, zone, by, day = "", time } = cells;
  if (zone !== undefined && !isZone(zone)) return out(`"${zone}" is no time zone.`);
  const at = wallOf(day, time);
  return at.ok ? { ok: true, value: { tag, place, zone, by, at: at.value }, says: at.says } : at;
}

export interface LogLine extends WhereAndWhen {
  readonly kind: "call" | "round";
  readonly complaint: string;
  readonly found: string;
  readonly done: string;
  readonly proof: string;
  readonly closed: Closing;
  readonly cause: CauseId | null;
  readonly used: string | undefined;
}

/** An entry of a log. */
export function judgeEntry(cells: Cells): Judged<LogLine> {
  const where = placed("log", cells);
  if (!where.ok) return where;
  const says: string[] = [];
  const { found = "", done = "", proof = "", complaint = "", used } = cells;
  const word = (cells["closed"] ?? "").toLowerCase();
  const closed = CLOSINGS.find((c) => c === word) ?? "not said";
  if (word !== "" && closed === "not said" && word !== "not said")
    says.push(`"${word}" is no way a visit ends; it stands as not said.`);
  const named = (cells["cause"] ?? "").toLowerCase();
  const cause =
    named === ""
      ? undefined
      : CAUSE_IDS.find((id) => id === named || causeRow(id).name.toLowerCase() === named);
  if (named !== "" && !cause) says.push(`The cause "${named}" is not known; left out.`);
  const round = /round|service|inspection/i.test(cells["kind"] ?? "") || complaint === "";
  return {
    ok: true,
    value: {
      ...where.value,
      kind: round && !/call/i.test(cells["kind"] ?? "") ? "round" : "call",
      ...{ complaint, found, done, proof, closed, cause: cause ?? null, used },
    },
    says,
  };
}

export interface ReadingLine extends WhereAndWhen {
  readonly position: Position;
  readonly reading: string;
  /** As it was read, with its unit. */
  readonly raw: string;
}

/** A reading, before it is known of which pump it is. */
export function judgeReading(cells: Cells): Judged<ReadingLine> {
  const where = placed("readings", cells);
  if (!where.ok) return where;
  const { reading = "", figure, unit, position: written = "as found" } = cells;
  const raw = cells["raw"] ?? (figure === undefined ? undefined : `${figure} ${unit ?? ""}`.trim());
  if (raw === undefined) return out("It has neither what was read nor a figure.");
  const position = POSITIONS.find((p) => p === written.toLowerCase());
  if (!position) return out(`"${written}" is no position of the valve: ${POSITIONS.join(", ")}.`);
  return { ok: true, value: { ...where.value, position, reading, raw }, says: [] };
}

/** Where a reading of a pump goes: its slot, or why it goes nowhere. @param strips - of this pump */
export function slotOf(
  { reading, raw }: Pick<ReadingLine, "reading" | "raw">,
  strips: readonly PositionStrip[],
): Judged<PositionStrip> {
  const wanted = reading.toLowerCase();
  const strip = strips.find(
    (s) => s.name.toLowerCase() === wanted || s.slot.toLowerCase() === wanted,
  );
  if (!strip)
    return out(
      `"${reading}" is nothing that is read of this pump: ${strips.map((s) => s.name).join(", ")}.`,
    );
  const dimension = dimensionAt("as found", strip.slot);
  const read = dimension && parseReading(raw, dimension);
  return read?.ok
    ? { ok: true, value: strip, says: [] }
    : out(
        `"${raw}" is no figure with a unit of ${strip.name.toLowerCase()}: like ${strip.units[0]}.`,
      );
}
