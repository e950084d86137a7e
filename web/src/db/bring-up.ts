/** Brings a database up to date: one at a time, never one that a newer program has used. */
import { MikroORM } from "@mikro-orm/postgresql";
import * as z from "zod";
import { firstWelcome } from "./accounts";
import { letIn } from "./application-role";
import { MIGRATIONS, ormOptions } from "./connection";
import { loadDemo } from "./demo/load";
import { forgetOld } from "./forget";
import { reckonAnew } from "./reckon";
import { selected } from "./rows";

/** The database was last used by a program that knows more migrations than this one. */
export class NewerDatabase extends Error {
  constructor(readonly migrations: readonly string[]) {
    super(`unknown migrations: ${migrations.join(", ")}`);
  }
}

/** What was done. */
export interface BroughtUp {
  readonly migrations: number;
  readonly demo: boolean;
  /** Visits and calls worked out by this engine for the first time. */
  readonly visits: number;
  readonly forecasts: number;
  /** A one-time address's token, where there is no administrator yet. */
  readonly welcome: string | undefined;
}

/** Key of the lock that two starts at once wait for. */
const LOCK = 908_113;

/**
 * Migrates, lets the application's role in, loads the demo when asked, and works out anew what an older engine did. What is done by one of
 * two starts at once, the other finds done.
 * @throws {NewerDatabase} and nothing was changed; or what the driver throws
 */
export async function bringUp(
  url: string,
  { demo, app = "" }: { demo: boolean; app?: string },
): Promise<BroughtUp> {
  const orm = await MikroORM.init(ormOptions(url));
  try {
    // A connection of its own holds the lock: what is done under it takes others.
    return await orm.em.fork().transactional(async (lock) => {
      await lock.execute("select pg_advisory_xact_lock(?)", [LOCK]);
      const unknown = await unknownMigrations(orm);
      if (unknown.length > 0) throw new NewerDatabase(unknown);
      const applied = await orm.migrator.up();
      if (app !== "") await letIn(orm.em.fork(), app);
      const loaded = demo && (await loadDemo(orm.em.fork(), new Date()));
      const { visits, forecasts } = await reckonAnew(orm.em.fork());
      await forgetOld(orm.em.fork());
      const welcome = await firstWelcome(orm.em.fork());
      return { migrations: applied.length, demo: loaded, visits, forecasts, welcome };
    });
  } finally {
    await orm.close(true);
  }
}

/** Migrations that this database has had and this program does not know. */
async function unknownMigrations(orm: MikroORM): Promise<string[]> {
  const em = orm.em.fork();
  const [table] = await selected(
    em,
    z.object({ there: z.boolean() }),
    "select to_regclass('mikro_orm_migrations') is not null as there",
    [],
  );
  if (!table?.there) return [];
  const rows = await selected(
    em,
    z.object({ name: z.string() }),
    "select name from mikro_orm_migrations order by id",
    [],
  );
  const known = new Set(MIGRATIONS.map((m) => m.name));
  return rows.map((r) => r.name).filter((name) => !known.has(name));
}
