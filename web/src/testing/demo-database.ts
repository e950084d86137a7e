/** Databases of their own for test files, so that none sees what another wrote. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { bringUp } from "../db/bring-up";
import { unitOfWork } from "../db/connection";
import { freshDatabase } from "./fresh-database";

/** A migrated database with the demo, and the application pointed at it. */
export async function demoDatabase(url: string, name: string): Promise<void> {
  const own = await freshDatabase(url, name);
  process.env["DATABASE_URL"] = own;
  await bringUp(own, { demo: true });
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
