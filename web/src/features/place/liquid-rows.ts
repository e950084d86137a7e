/** A liquid's own table as lines of text, and as the case format holds it. */
import { type Dimension, parseQuantity } from "@yard-tack/core/quantity";

const COLUMNS = [
  ["temperature", "temperature"],
  ["density", "density"],
  ["vapourPressure", "pressure"],
  ["viscosity", "viscosity"],
] as const satisfies readonly (readonly [key: string, dimension: Dimension])[];

const NAMES = ["temperature", "density", "vapour pressure", "viscosity"] as const;

type Row = Readonly<Record<string, unknown>>;

const cells = (line: string): string[] => line.split(/[;\t|]/).map((c) => c.trim());

const lines = (text: string): string[] =>
  text
    .split("\n")
    .map((l) => l.trim())
    .filter((l) => l !== "");

/** The lines of a table in a case file. */
export const rowsAsText = (rows: unknown): string =>
  Array.isArray(rows)
    ? rows.map((r: Row) => COLUMNS.map(([key]) => String(r[key] ?? "")).join("; ")).join("\n")
    : "";

/** The table of a case file; undefined when nothing is written. */
export function textAsRows(text: string): Row[] | undefined {
  const rows = lines(text).map((line) => {
    const parts = cells(line);
    return Object.fromEntries(
      COLUMNS.flatMap(([key], i) => (parts[i] ? [[key, parts[i]] as const] : [])),
    );
  });
  return rows.length > 0 ? rows : undefined;
}

/** What is wrong with the lines, naming line and column; empty when they can be kept. */
export function faultOfRows(text: string): string {
  for (const [i, line] of lines(text).entries()) {
    const parts = cells(line);
    if (parts.length > COLUMNS.length) return `Line ${i + 1} has more than four figures.`;
    for (const [k, [, dimension]] of COLUMNS.entries()) {
      const cell = parts[k] ?? "";
      const needed = k < 2;
      if (cell === "" && !needed) continue;
      if (!parseQuantity(cell, dimension).ok) {
        return `Line ${i + 1}, ${NAMES[k]}: "${cell}" needs a number and its unit.`;
      }
    }
  }
  return "";
}
