/** The archive's first file: what the rest is, so that whoever reads it can tell whether all of it is there. */
import * as z from "zod";

export const HEADER = "archive.json";
const FORMAT = "yard-tack-archive";
const VERSION = 1;

/** File of a table: a row on each line. */
export const tableFile = (name: string): string => `tables/${name}.ndjson`;
export const photoFile = (id: string): string => `photos/${id}.jpg`;

/** Names that an archive may have; any other is refused, and none is ever a path here. */
export const KNOWN_FILE =
  /^(archive\.json|tables\/[a-z_]{1,60}\.ndjson|photos\/[0-9a-f-]{36}\.jpg)$/;

const name = z.string().regex(/^[a-z][a-z_0-9]{0,60}$/);

export const header = z.object({
  format: z.literal(FORMAT, "The file is a ZIP, but no archive of a Yard."),
  version: z.literal(VERSION, "The archive is of a form that this Yard Tack does not know."),
  /** Steps that the tables of whoever wrote it had had. */
  schema: z.int().min(1),
  made: z.iso.datetime(),
  tables: z
    .array(
      z.object({
        name,
        columns: z.array(name).min(1).max(100),
        rows: z.int().min(0),
        sha256: z.string().length(64),
      }),
    )
    .max(100),
});

export type Header = z.output<typeof header>;

export const newHeader = (rest: Omit<Header, "format" | "version">): Header => ({
  format: FORMAT,
  version: VERSION,
  ...rest,
});
