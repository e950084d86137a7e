/** A file as rows of cells, whatever it was written by. */
import { MOST_LINES } from "./bring-fields";

/** Larger files are not read [bytes]. */
const MOST_BYTES = 20_000_000;

export type ReadTable =
  | {
      readonly ok: true;
      readonly headings: readonly string[];
      readonly rows: readonly (readonly string[])[];
    }
  | { readonly ok: false; readonly message: string };

const bad = (message: string) =>
  ({ ok: false, message: `${message} Nothing was brought in.` }) as const;

/** Bytes as text: with a mark at their beginning as that says, else UTF-8, else the code page of old spreadsheets. */
export function textOf(bytes: Uint8Array): string {
  const as = (label: string, fatal = false) => new TextDecoder(label, { fatal }).decode(bytes);
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return as("utf-16le");
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return as("utf-16be");
  try {
    return as("utf-8", true);
  } catch {
    return as("windows-1252");
  }
}

/** Reads a table: its first line are headings; the separator is found. */
export async function readTable(bytes: Uint8Array): Promise<ReadTable> {
  if (bytes.byteLength > MOST_BYTES)
    return bad(
      `The file is ${Math.round(bytes.byteLength / 1e6)} MB; at most ${MOST_BYTES / 1e6} MB are read.`,
    );
  const { parse } = (await import("papaparse")).default;
  const { data } = parse<string[]>(textOf(bytes), {
    skipEmptyLines: "greedy",
    // One more than is taken tells that there are more; a file of a million lines is not read to its end.
    preview: MOST_LINES + 2,
  });
  const [headings, ...rows] = data;
  if (!headings || rows.length === 0) return bad("The file has no line under its headings.");
  if (headings.length < 2)
    return bad(
      "The file has one column: its cells are divided by nothing that is known (comma, semicolon, tab).",
    );
  if (rows.length > MOST_LINES)
    return bad(
      `The file has more than ${MOST_LINES.toLocaleString("en")} lines. Cut it into several.`,
    );
  return { ok: true, headings, rows };
}
