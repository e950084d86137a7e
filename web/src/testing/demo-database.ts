/** A migrated database with the demo, for tests that go through the features' server functions. */
import { MikroORM } from "@mikro-orm/postgresql";
import { ormOptions } from "../db/connection";
import { loadDemo } from "../db/demo/load";

/** Prepares the database and points the application at it. */
export async function demoDatabase(url: string): Promise<void> {
  process.env["DATABASE_URL"] = url;
  const orm = await MikroORM.init(ormOptions(url));
  await orm.migrator.up();
  await loadDemo(orm.em.fork(), new Date());
  await orm.close(true);
}
