/** Appends rows whose ids the client made: a repeated request changes nothing. */
import type { EntityManager, EntityName, RequiredEntityData } from "@mikro-orm/postgresql";
import { Acknowledgement, Observation, Photo, Reading, SheetNote, TestOutcome } from "./entities";

const TABLES = {
  reading: Reading,
  observation: Observation,
  acknowledgement: Acknowledgement,
  test: TestOutcome,
  note: SheetNote,
  photo: Photo,
} as const;

export type AppendKind = keyof typeof TABLES;

/** What all appended tables share, as far as an insert is concerned. */
interface AppendedRow {
  readonly id: string;
}

/**
 * Inserts rows of one kind, leaving alone those whose id is there already.
 * @param rows - complete rows without `receivedAt`
 */
export async function appendRows(
  em: EntityManager,
  kind: AppendKind,
  rows: readonly Record<string, unknown>[],
  receivedAt: Date,
): Promise<void> {
  if (rows.length === 0) return;
  const table = TABLES[kind] as unknown as EntityName<AppendedRow>;
  await em
    .createQueryBuilder(table)
    .insert(rows.map((r) => ({ ...r, receivedAt }) as RequiredEntityData<AppendedRow>))
    .onConflict("id")
    .ignore()
    .execute();
}
