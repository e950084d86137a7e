/** Brings a database up to date: one at a time, never one that a newer program has used. */
import { type EntityManager, MikroORM } from "@mikro-orm/postgresql";
import * as z from "zod";
import { firstWelcome } from "./accounts";
import { letIn } from "./application-role";
import { MIGRATIONS, ormOptions } from "./connection";
import { Milestone } from "./entities";
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
  /** The demo is in it, now or from before. */
  readonly isDemo: boolean;
  /** Visits and calls worked out by this engine for the first time. */
  readonly visits: number;
  readonly forecasts: number;
  /** A one-time address's token, where there is no administrator yet. */
  readonly welcome: string | undefined;
}

/** Whether the demo is loaded: never; where nobody has anything here; on request, where there is no pump and no place. */
export type DemoWanted = "never" | "when-empty" | "asked";

/** This database is for a yard of one's own. */
const REAL = "real";

const markReal = async (em: EntityManager): Promise<unknown> =>
  em.execute("insert into milestone (name, at) values (?, now()) on conflict (name) do nothing", [
    REAL,
  ]);

/** Whether the demo may come: it is here already, or nothing of anybody's is. */
async function mayHaveDemo(em: EntityManager, wanted: DemoWanted): Promise<boolean> {
  if (wanted === "never") return false;
  const [found] = await selected(
    em,
    z.object({ demo: z.boolean(), real: z.boolean(), people: z.boolean(), yard: z.boolean() }),
    `select exists (select from milestone where name = 'demo') as demo,
       exists (select from milestone where name = '${REAL}') as real,
       exists (select from person) as people,
       exists (select from site) or exists (select from pump) or exists (select from log_entry) as yard`,
    [],
  );
  if (!found || found.demo) return found?.demo ?? false;
  if (found.yard) return false;
  return wanted === "asked" || !(found.real || found.people);
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
  { demo, real = false, app = "" }: { demo: DemoWanted; real?: boolean; app?: string },
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
      if (real) await markReal(orm.em.fork());
      const loaded = (await mayHaveDemo(orm.em.fork(), demo))
        ? await loadDemo(orm.em.fork(), new Date())
        : false;
      const { visits, forecasts } = await reckonAnew(orm.em.fork());
      await forgetOld(orm.em.fork());
      const welcome = await firstWelcome(orm.em.fork());
      const isDemo = (await orm.em.fork().count(Milestone, { name: "demo" })) > 0;
      return { migrations: applied.length, demo: loaded, isDemo, visits, forecasts, welcome };
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
