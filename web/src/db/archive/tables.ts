/** What an archive of the Yard holds, table by table, and what stays where it is. */
import type { EntityManager } from "@mikro-orm/postgresql";
import * as z from "zod";
import { selected } from "../rows";

/** Each after what it refers to; with the columns that order its rows. */
export const ARCHIVED = {
  person: "id",
  site: "id",
  team: "id",
  team_member: "team_id, person_id",
  site_grant: "id",
  pump: "id",
  curve: "id",
  plate: "id",
  instrument: "id",
  zero_check: "id",
  run_sheet: "id",
  sheet_entry: "seq",
  photo: "seq",
  log_entry: "id",
  fingerprint: "id",
  visit_points: "log_entry_id",
  pump_trend: "pump_id",
  promise: "id",
  hours_run: "id",
  line_proposal: "id",
  register_change: "id",
  log_view: "id",
} as const;

export type ArchivedTable = keyof typeof ARCHIVED;

export const ARCHIVED_TABLES = Object.keys(ARCHIVED) as readonly ArchivedTable[];

/**
 * Of this installation and of no other: how people sign in, what machines and owners were let in by, which device
 * is whose, and what was done here.
 */
export const LEFT_BEHIND = [
  "audit",
  "device_person",
  "mikro_orm_migrations",
  "milestone",
  "upkeep",
  "paper_link",
  "token",
];

/** A photo's bytes are a file of their own. */
const BYTES = { table: "photo", column: "data" };

const columnRow = z.object({ table: z.string(), name: z.string() });

/** Columns of each table that are written, in the order of the database; what it works out itself is left out. */
export async function writtenColumns(
  em: EntityManager,
): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await selected(
    em,
    columnRow,
    `select table_name as table, column_name as name from information_schema.columns
       where table_schema = 'public' and is_generated = 'NEVER' and table_name = any(?::text[])
         and (table_name, column_name) <> (?, ?)
       order by table_name, ordinal_position`,
    [`{${ARCHIVED_TABLES.join(",")}}`, BYTES.table, BYTES.column],
  );
  const names = (table: string) => rows.filter((r) => r.table === table).map((r) => r.name);
  return new Map(ARCHIVED_TABLES.map((table) => [table, names(table)]));
}

/** Column names as a statement has them. @param names - of {@link writtenColumns}: letters and underscores */
export const listed = (names: readonly string[]): string => names.map((n) => `"${n}"`).join(", ");
