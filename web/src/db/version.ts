/** How new the database is against the program. */
import { MIGRATIONS, unitOfWork } from "./connection";
import { selected } from "./rows";
import * as z from "zod";

/** @returns the migrations that this program has and the database has not */
export async function databaseVersion(): Promise<{ readonly missing: readonly string[] }> {
  const rows = await selected(
    await unitOfWork(),
    z.object({ name: z.string() }),
    "select name from mikro_orm_migrations",
    [],
  );
  const had = new Set(rows.map((r) => r.name));
  return { missing: MIGRATIONS.map((m) => m.name).filter((name) => !had.has(name)) };
}
