/** A small table as lines of text, a figure a column, and as the case format holds it. */
import { type Dimension, parseQuantity } from "@yard-tack/core/quantity";

export interface TableColumn {
  /** Key of a row in the case format. */
  readonly key: string;
  readonly dimension: Dimension;
  /** What a complaint calls it. */
  readonly name: string;
  readonly needed: boolean;
}

type Row = Readonly<Record<string, unknown>>;

const cells = (line: string): string[] => line.split(/[;\t|]/).map((c) => c.trim());

const lines = (text: string): string[] =>
  text
    .split("\n")
    .map((l) => l.trim())
    .filter((l) => l !== "");

/** The lines of a table in a case file. */
export const rowsAsText = (columns: readonly TableColumn[], rows: unknown): string =>
  Array.isArray(rows)
    ? rows.map((r: Row) => columns.map(({ key }) => String(r[key] ?? "")).join("; ")).join("\n")
    : "";

/** The table of a case file; undefined when nothing is written. */
export function textAsRows(columns: readonly TableColumn[], text: string): Row[] | undefined {
  const rows = lines(text).map((line) => {
    const parts = cells(line);
    return Object.fromEntries(
      columns.flatMap(({ key }, i) => (parts[i] ? [[key, parts[i]] as const] : [])),
    );
  });
  return rows.length > 0 ? rows : undefined;
}

/** What is wrong with the lines, naming line and column; empty when they can be kept. */
export function faultOfRows(columns: readonly TableColumn[], text: string): string {
  for (const [i, line] of lines(text).entries()) {
    const parts = cells(line);
    if (parts.length > columns.length)
      return `Line ${i + 1} has more than ${COUNTS[columns.length] ?? columns.length} figures.`;
    for (const [k, { dimension, name, needed }] of columns.entries()) {
      const cell = parts[k] ?? "";
      if (cell === "" && !needed) continue;
      if (!parseQuantity(cell, dimension).ok) {
        return `Line ${i + 1}, ${name}: "${cell}" needs a number and its unit.`;
      }
    }
  }
  return "";
}

const COUNTS: Readonly<Record<number, string>> = { 2: "two", 3: "three", 4: "four" };
