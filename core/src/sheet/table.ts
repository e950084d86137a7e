/**
 * A table of curve points, from a file or the clipboard, turned into sheets. Cells that cannot be
 * read are named by row and column and left out; everything else is kept.
 */
import { prettyUnit, type Unit } from "../quantity/index.ts";
import {
  type ColumnFigure,
  columnDimension,
  readHeading,
  type TableColumn,
  unitOf,
} from "./columns.ts";
import type { WrittenPoint, WrittenSheet } from "./written.ts";

/** Most points one curve takes; a longer table is thinned evenly. */
export const MOST_POINTS = 2000;
/** Problems listed singly; beyond that they are counted. */
const MOST_PROBLEMS = 12;

export interface TableProblem {
  /** Counted from 1, the header included; 0 for the whole table. */
  readonly row: number;
  /** Counted from 1; 0 for the whole row. */
  readonly column: number;
  readonly message: string;
}

export interface TableReading {
  readonly columns: readonly TableColumn[];
  readonly sheets: readonly WrittenSheet[];
  /** Rows that gave a point. */
  readonly pointCount: number;
  readonly problems: readonly TableProblem[];
  /** Problems beyond those listed. */
  readonly moreProblems: number;
  /** The decimal mark the numbers are taken with. */
  readonly decimal: "point" | "comma";
}

/** A person's correction of what a column is. */
export interface ColumnChoice {
  readonly figure: ColumnFigure | null;
  readonly unit: Unit | null;
}

/**
 * Reads a table of curve points.
 * @param rows - cells as text, as the separators cut them; ragged rows are allowed
 * @param choices - by column index, what somebody chose in place of the heading
 * @returns sheets (one for each speed and diameter), what each column was taken as, and problems
 */
export function readCurveTable(
  rows: readonly (readonly string[])[],
  choices: Readonly<Record<number, ColumnChoice>> = {},
): TableReading {
  const problems: TableProblem[] = [];
  const numbered = rows
    .map((cells, i) => ({ row: i + 1, cells: cells.map((c) => c.trim()) }))
    .filter(({ cells }) => cells.some((c) => c !== ""));
  const decimal = decimalMark(numbered.map((r) => r.cells));
  const { columns: headed, body } = headerOf(numbered, decimal);
  const columns = headed.map((c, i): TableColumn => ({ ...c, ...choices[i] }));
  for (const [i, c] of columns.entries()) {
    if (c.figure && c.figure !== "efficiency" && !c.unit) {
      problems.push({
        row: 0,
        column: i + 1,
        message: `Column ${i + 1} (${c.heading || c.figure}) has no unit. Choose one; until then it is left out.`,
      });
    }
  }
  const has = (f: ColumnFigure) =>
    columns.some((c) => c.figure === f && (c.unit !== null || f === "efficiency"));
  if (!has("flow") || !has("head")) {
    problems.push({
      row: 0,
      column: 0,
      message: "A column of flow and a column of head are needed. Say which they are.",
    });
  }
  const read = body.flatMap(({ row, cells }) => {
    const mended = mend(cells, columns.length);
    if (mended !== cells) {
      problems.push({ row, column: 0, message: `Row ${row} uses another separator; it was read.` });
    }
    const point = readRow(mended, row, columns, decimal, problems);
    return point ? [point] : [];
  });
  const kept = thin(read, problems);
  return {
    columns,
    sheets: has("flow") && has("head") ? sheetsOf(kept) : [],
    pointCount: kept.length,
    problems: problems.slice(0, MOST_PROBLEMS),
    moreProblems: Math.max(0, problems.length - MOST_PROBLEMS),
    decimal,
  };
}

type Row = { readonly row: number; readonly cells: readonly string[] };

const NUMBER = /^[-+\u2212]?\d+([.,]\d+)*([eE][-+]?\d+)?$/;
const looksNumeric = (cell: string): boolean => NUMBER.test(cell.replace(/[\s\u00a0']/g, ""));

/** Comma when some number can only be read that way ("41,25" or "1.234,5"), else point. */
function decimalMark(rows: readonly (readonly string[])[]): "point" | "comma" {
  const cells = rows.flat().filter(looksNumeric);
  if (cells.some((c) => /\.\d*,|,\d*,/.test(c) && /,\d+$/.test(c) && /\./.test(c))) return "comma";
  if (cells.some((c) => /\.\d+$/.test(c))) return "point";
  const commas = cells.filter((c) => c.includes(","));
  const thousandsOnly = commas.every((c) => /^[-+\u2212]?\d{1,3}(,\d{3})+$/.test(c));
  return commas.length > 0 && !thousandsOnly ? "comma" : "point";
}

function numberIn(cell: string, decimal: "point" | "comma"): number {
  const bare = cell.replace(/[\s\u00a0']/g, "").replace("\u2212", "-");
  return Number(
    decimal === "comma" ? bare.replace(/\./g, "").replace(",", ".") : bare.replace(/,/g, ""),
  );
}

/** The header row, and a row of units under it when there is one. */
function headerOf(
  rows: readonly Row[],
  decimal: "point" | "comma",
): { readonly columns: readonly TableColumn[]; readonly body: readonly Row[] } {
  const width = Math.max(0, ...rows.slice(0, 50).map((r) => r.cells.length));
  const [first, second] = rows;
  const none = (): TableColumn => ({ heading: "", figure: null, unit: null });
  if (!first) return { columns: [], body: [] };
  const isHeader = !first.cells.some((c) => Number.isFinite(numberIn(c || "x", decimal)));
  if (!isHeader) return { columns: Array.from({ length: width }, none), body: rows };
  const columns = Array.from({ length: Math.max(width, first.cells.length) }, (_, i) =>
    readHeading(first.cells[i] ?? ""),
  );
  const unitRow =
    second !== undefined &&
    columns.some((c, i) => c.figure && unitOf(strip(second.cells[i]), c.figure) !== null) &&
    !second.cells.some((c) => Number.isFinite(numberIn(c || "x", decimal)));
  if (!unitRow) return { columns, body: rows.slice(1) };
  return {
    columns: columns.map((c, i) => ({
      ...c,
      unit: c.unit ?? (c.figure ? unitOf(strip(second.cells[i]), c.figure) : null),
    })),
    body: rows.slice(2),
  };
}

const strip = (cell: string | undefined): string => (cell ?? "").replace(/[[\](){}]/g, "");

/** A row the main separator did not cut: tried with the others. */
function mend(cells: readonly string[], width: number): readonly string[] {
  const [only, ...rest] = cells;
  if (width < 2 || only === undefined || rest.some((c) => c !== "")) return cells;
  for (const separator of [";", "\t", "|", ","]) {
    const cut = only.split(separator).map((c) => c.trim());
    if (cut.length === width) return cut;
  }
  return cells;
}

interface ReadRow {
  readonly point: WrittenPoint;
  readonly speed: string | undefined;
  readonly diameter: string | undefined;
}

function readRow(
  cells: readonly string[],
  row: number,
  columns: readonly TableColumn[],
  decimal: "point" | "comma",
  problems: TableProblem[],
): ReadRow | undefined {
  const found: Partial<Record<ColumnFigure, string>> = {};
  let efficiency: number | undefined;
  for (const [i, { figure, unit, heading }] of columns.entries()) {
    const cell = cells[i] ?? "";
    if (!figure || cell === "") continue;
    const column = i + 1;
    const where = `Row ${row}, column ${column} (${heading || figure})`;
    if (cell.startsWith("=")) {
      problems.push({ row, column, message: `${where} is a formula, not its result. Left out.` });
      continue;
    }
    const value = looksNumeric(cell) ? numberIn(cell, decimal) : Number.NaN;
    if (figure === "efficiency") {
      const share = Number.isFinite(value) ? value : numberIn(cell.replace("%", ""), decimal);
      if (share >= 0 && share <= 100) efficiency = share;
      else
        problems.push({
          row,
          column,
          message: `${where}: "${short(cell)}" is no efficiency. Left out.`,
        });
      continue;
    }
    const dimension = columnDimension(figure);
    if (!Number.isFinite(value) || !dimension) {
      problems.push({ row, column, message: `${where}: "${short(cell)}" is no number. Left out.` });
    } else if (value < 0) {
      problems.push({
        row,
        column,
        message: `${where} is negative, which no pump curve has. Left out.`,
      });
    } else if (unit) found[figure] = `${plain(value)} ${unit}`;
  }
  const { flow, head, power, npshr, speed, diameter } = found;
  if (flow === undefined) return undefined;
  if (head === undefined && power === undefined && npshr === undefined) return undefined;
  return {
    point: {
      flow,
      ...(head === undefined ? {} : { head }),
      ...(power === undefined ? {} : { power }),
      ...(efficiency === undefined ? {} : { efficiency }),
      ...(npshr === undefined ? {} : { npshr }),
    },
    speed,
    diameter,
  };
}

const short = (cell: string): string => (cell.length > 24 ? `${cell.slice(0, 24)}…` : cell);
const plain = (value: number): string => String(Number(value.toPrecision(12)));

function thin(rows: readonly ReadRow[], problems: TableProblem[]): readonly ReadRow[] {
  if (rows.length <= MOST_POINTS) return rows;
  const step = Math.ceil(rows.length / MOST_POINTS);
  problems.unshift({
    row: 0,
    column: 0,
    message: `${rows.length} points are more than a curve takes (${MOST_POINTS}): every ${step}th was kept.`,
  });
  return rows.filter((_, i) => i % step === 0);
}

function sheetsOf(rows: readonly ReadRow[]): WrittenSheet[] {
  const groups = new Map<string, ReadRow[]>();
  for (const r of rows) {
    const key = `${r.speed ?? ""}|${r.diameter ?? ""}`;
    groups.set(key, [...(groups.get(key) ?? []), r]);
  }
  return [...groups.values()].map((group) => {
    const { speed, diameter } = group[0] ?? {};
    return {
      ...(speed === undefined ? {} : { speed }),
      ...(diameter === undefined ? {} : { diameter }),
      points: group.map((r) => r.point),
    };
  });
}

/** "Flow in m³/h" for a preview's heading. */
export function columnWords(column: TableColumn): string {
  if (!column.figure) return "not used";
  const name = column.figure === "npshr" ? "NPSH required" : column.figure;
  return column.unit ? `${name}, ${prettyUnit(column.unit)}` : name;
}
