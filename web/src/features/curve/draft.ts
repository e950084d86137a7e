/**
 * A rating while somebody enters it: tables of plain numbers, each column with its unit, as texts so
 * that nothing typed is lost. Turned from and into the keys of the case format.
 */
import {
  type Dimension,
  parseQuantity,
  shownUnit,
  toUnit,
  type Unit,
  type UnitSystem,
} from "@yard-tack/core/quantity";

export type TableKind = "curve" | "displacement" | "displacement-npsh" | "jet";

export interface DraftColumn {
  readonly key: string;
  readonly label: string;
  /** null: a share in percent. */
  readonly dimension: Dimension | null;
}

const column = (key: string, label: string, dimension: Dimension | null): DraftColumn => ({
  key,
  label,
  dimension,
});

export const COLUMNS: Readonly<Record<TableKind, readonly DraftColumn[]>> = {
  curve: [
    column("flow", "flow", "flow"),
    column("head", "head", "length"),
    column("power", "shaft power", "power"),
    column("efficiency", "efficiency", null),
    column("npshr", "NPSH required", "length"),
  ],
  displacement: [
    column("speed", "speed", "speed"),
    column("viscosity", "viscosity", "viscosity"),
    column("pressure", "pressure", "pressure"),
    column("flow", "flow", "flow"),
    column("power", "shaft power", "power"),
  ],
  "displacement-npsh": [
    column("speed", "speed", "speed"),
    column("viscosity", "viscosity", "viscosity"),
    column("head", "NPSH required", "length"),
  ],
  jet: [
    column("lift", "lift", "length"),
    column("pressure", "pressure", "pressure"),
    column("flow", "flow", "flow"),
  ],
};

type Cells = Readonly<Record<string, string>>;

export interface DraftTable {
  readonly id: string;
  readonly kind: TableKind;
  /** Speed, diameter and grade of a curve; setting, ejector and regulator of a jet; as typed. */
  readonly head: Cells;
  readonly units: Readonly<Record<string, Unit>>;
  readonly rows: readonly Cells[];
}

export interface Draft {
  readonly tables: readonly DraftTable[];
  /** The point on the plate, figures with their units as typed; draws a curve only while none has points. */
  readonly point: Cells;
  /** Where it comes from, in words. */
  readonly source: string;
}

/** Keys of `pump` of the case format. */
export interface Rating {
  readonly curve?: Json | readonly Json[] | undefined;
  readonly ratedPoint?: Json | undefined;
  readonly positiveDisplacement?: Json | undefined;
  readonly jet?: Json | undefined;
}

const EMPTY_ROWS = 5;

/** A table with nothing in it. @param id - unique within the draft */
export function emptyTable(kind: TableKind, id: string, system: UnitSystem): DraftTable {
  return {
    id,
    kind,
    head: {},
    units: Object.fromEntries(
      COLUMNS[kind].flatMap((c) => (c.dimension ? [[c.key, shownUnit(c.dimension, system)]] : [])),
    ),
    rows: Array.from({ length: EMPTY_ROWS }, () => ({})),
  };
}

type Json = Readonly<Record<string, unknown>>;
const isJson = (v: unknown): v is Json => typeof v === "object" && v !== null && !Array.isArray(v);

/** A stored rating as a draft; figures keep the unit they were written in where a column has one. */
export function draftOf(rating: Rating, source: string, system: UnitSystem): Draft {
  const tables: DraftTable[] = [];
  for (const sheet of [rating.curve ?? []].flat()) {
    const { points, ...head } = sheet;
    tables.push(tableOf("curve", `curve-${tables.length}`, head, points, system));
  }
  const { positiveDisplacement: displacement, jet, ratedPoint = {} } = rating;
  if (displacement) {
    tables.push(tableOf("displacement", "displacement", {}, displacement["points"], system));
    tables.push(
      tableOf("displacement-npsh", "displacement-npsh", {}, displacement["npshr"], system),
    );
  }
  if (jet) {
    const { points, ...head } = jet;
    tables.push(tableOf("jet", "jet", head, points, system));
  }
  return { tables, point: texts(ratedPoint), source };
}

const texts = (json: Json): Cells =>
  Object.fromEntries(
    Object.entries(json).flatMap(([k, v]) =>
      typeof v === "string" || typeof v === "number" ? [[k, String(v)]] : [],
    ),
  );

function tableOf(
  kind: TableKind,
  id: string,
  head: Json,
  points: unknown,
  system: UnitSystem,
): DraftTable {
  const list = Array.isArray(points) ? points.filter(isJson) : [];
  const units: Record<string, Unit> = { ...emptyTable(kind, id, system).units };
  for (const { key, dimension } of COLUMNS[kind]) {
    const written = new Set(
      list.flatMap((p) => {
        const parsed = dimension && parseQuantity(String(p[key] ?? ""), dimension);
        return parsed && parsed.ok ? [parsed.value.unit] : [];
      }),
    );
    const [only] = written;
    if (written.size === 1 && only) units[key] = only as Unit;
  }
  const rows = list.map((p) =>
    Object.fromEntries(
      COLUMNS[kind].flatMap(({ key, dimension }): [string, string][] => {
        const raw = p[key];
        if (raw === undefined || raw === null) return [];
        if (!dimension) {
          const share = Number(raw);
          return [[key, plain(share > 1 ? share : 100 * share)]];
        }
        const parsed = parseQuantity(String(raw), dimension);
        const unit = units[key];
        return parsed.ok && unit
          ? [[key, plain(toUnit(parsed.value.si, unit))]]
          : [[key, String(raw)]];
      }),
    ),
  );
  return { id, kind, head: texts(head), units, rows };
}

const plain = (v: number): string => String(Number(v.toPrecision(9)));

export interface DraftFault {
  readonly table: string;
  /** Index from 0; -1 for the table's own head. */
  readonly row: number;
  readonly key: string;
  readonly message: string;
}

/**
 * The draft as keys of the case format, with what cannot be read. A cell is a plain number in its
 * column's unit, or a quantity with its own.
 */
export function ratingOfDraft(draft: Draft): {
  readonly rating: Rating;
  readonly faults: readonly DraftFault[];
} {
  const faults: DraftFault[] = [];
  const points = (table: DraftTable): Json[] =>
    table.rows.flatMap((cells, row) => {
      const point: Record<string, unknown> = {};
      for (const { key, dimension, label } of COLUMNS[table.kind]) {
        const text = (cells[key] ?? "").trim();
        if (text === "") continue;
        const unit = table.units[key];
        const fault = (message: string) => faults.push({ table: table.id, row, key, message });
        if (!dimension) {
          const percent = Number(text.replace("%", "").replace(",", "."));
          if (percent >= 0 && percent <= 100) point[key] = percent / 100;
          else fault(`Row ${row + 1}, ${label}: "${text}" is no percentage.`);
          continue;
        }
        const own = parseQuantity(text, dimension);
        const read = own.ok ? own : parseQuantity(`${text} ${unit ?? ""}`, dimension);
        if (read.ok) point[key] = own.ok ? text : `${text} ${unit ?? ""}`;
        else fault(`Row ${row + 1}, ${label}: "${text}" is no number in ${unit ?? "this column"}.`);
      }
      return Object.keys(point).length > 0 ? [point] : [];
    });
  const head = (table: DraftTable): Json =>
    Object.fromEntries(
      Object.entries(table.head).flatMap(([key, raw]) => {
        const text = raw.trim();
        if (text === "") return [];
        const dimension = HEAD_DIMENSION[key];
        if (dimension && !parseQuantity(text, dimension).ok) {
          const like = HEAD_EXAMPLE[key] ?? "";
          faults.push({
            table: table.id,
            row: -1,
            key,
            message: `"${text}" is no ${key}; write it like ${like}.`,
          });
          return [];
        }
        return [[key, text]];
      }),
    );
  const of = (kind: TableKind) => draft.tables.filter((t) => t.kind === kind);
  const curves = of("curve")
    .map((t) => ({ ...head(t), points: points(t) }))
    .filter((c) => c.points.length > 0);
  const [displacement] = of("displacement");
  const [npsh] = of("displacement-npsh");
  const [jet] = of("jet");
  const rating: Record<string, unknown> = {};
  if (curves.length > 0) rating["curve"] = curves;
  const point = pointOf(draft.point, faults);
  if (Object.keys(point).length > 0) rating["ratedPoint"] = point;
  if (displacement) {
    rating["positiveDisplacement"] = {
      points: points(displacement),
      npshr: npsh ? points(npsh) : [],
    };
  }
  if (jet) rating["jet"] = { ...head(jet), points: points(jet) };
  return { rating, faults };
}

const HEAD_DIMENSION: Readonly<Record<string, Dimension>> = {
  speed: "speed",
  diameter: "length",
  regulator: "pressure",
};
const HEAD_EXAMPLE: Readonly<Record<string, string>> = {
  speed: "2920 rpm",
  diameter: "208 mm",
  regulator: "2.2 bar",
};

export const POINT_FIGURES: readonly DraftColumn[] = [
  column("flow", "Flow", "flow"),
  column("head", "Head", "length"),
  column("speed", "Speed", "speed"),
  column("power", "Shaft power", "power"),
  column("npshr", "NPSH required", "length"),
];

function pointOf(cells: Cells, faults: DraftFault[]): Json {
  return Object.fromEntries(
    POINT_FIGURES.flatMap(({ key, label, dimension }) => {
      const text = (cells[key] ?? "").trim();
      if (text === "" || !dimension) return [];
      const read = parseQuantity(text, dimension);
      if (read.ok) return [[key, text]];
      faults.push({
        table: "point",
        row: -1,
        key,
        message: `${label}: "${text}" needs a number and its unit.`,
      });
      return [];
    }),
  );
}
