/** Appends rows whose ids the client made: a repeated request changes nothing. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { Acknowledgement, Observation, Reading, TestOutcome } from "./entities";

const TABLES = {
  reading: Reading,
  observation: Observation,
  acknowledgement: Acknowledgement,
  test: TestOutcome,
} as const;

export type AppendKind = keyof typeof TABLES;

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
  await em
    .createQueryBuilder(TABLES[kind] as typeof Reading)
    .insert(rows.map((r) => ({ ...r, receivedAt })))
    .onConflict("id")
    .ignore()
    .execute();
}
