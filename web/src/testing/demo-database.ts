/** Databases of their own for test files, so that none sees what another wrote. */
import { type EntityManager, MikroORM } from "@mikro-orm/postgresql";
import { ormOptions, unitOfWork } from "../db/connection";
import { loadDemo } from "../db/demo/load";
import { reckonAnew } from "../db/reckon";

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
  await reckonAnew(orm.em.fork());
  await orm.close(true);
}

/** A unit of work on the database the application is pointed at, for what only a test does to it. */
export const testRows = (): Promise<EntityManager> => unitOfWork();

export {
  Curve,
  LogEntry,
  Person,
  Plate,
  Pump,
  RunSheet,
  VisitEntry,
  VisitPoints,
} from "../db/entities";
