/** Databases of their own for test files, so that none sees what another wrote. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { unitOfWork } from "../db/connection";
import { freshDatabase } from "./fresh-database";

/**
 * A database of one's own with the demo, and the application pointed at it: a copy of the one at `url`, to which
 * nobody is connected meanwhile.
 */
export async function demoDatabase(url: string, name: string): Promise<void> {
  const demo = new URL(url);
  const beside = new URL("/template1", demo).href;
  process.env["DATABASE_URL"] = await freshDatabase(beside, name, demo.pathname.slice(1));
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
