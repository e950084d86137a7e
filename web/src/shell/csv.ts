/** Tables for spreadsheets. */
import Papa from "papaparse";

/**
 * A text that a spreadsheet would take for a formula, whatever follows on its next lines: the library's own rule looks at
 * texts of one line only.
 */
export const FORMULA = /^[=+\-@\t\r\n]/;

/** Comma separated, quoted where needed; a text that begins like a formula is written so that it is none. */
export const csvOf = (
  columns: readonly string[],
  rows: readonly Readonly<Record<string, string | number>>[],
): string =>
  Papa.unparse(
    { fields: [...columns], data: rows.map((r) => columns.map((c) => r[c] ?? "")) },
    {
      escapeFormulae: FORMULA,
      // Where lists are divided by semicolons, what stands behind one in a text would be a cell of its own.
      quotes: (value: unknown) => typeof value === "string" && /[;\t]/.test(value),
    },
  );
