/** Databases of their own for test files, so that none sees what another wrote. */
import { MikroORM } from "@mikro-orm/postgresql";
import { ormOptions } from "../db/connection";
import { loadDemo } from "../db/demo/load";

/** Makes an empty database beside the one at `url` and answers its address. */
export async function freshDatabase(url: string, name: string): Promise<string> {
  const orm = await MikroORM.init(ormOptions(url));
  await orm.em.fork().execute(`create database ${name}`);
  await orm.close(true);
  const address = new URL(url);
  address.pathname = `/${name}`;
  return address.href;
}

/** A migrated database with the demo, and the application pointed at it. */
export async function demoDatabase(url: string, name: string): Promise<void> {
  const own = await freshDatabase(url, name);
  process.env["DATABASE_URL"] = own;
  const orm = await MikroORM.init(ormOptions(own));
  await orm.migrator.up();
  await loadDemo(orm.em.fork(), new Date());
  await orm.close(true);
}
