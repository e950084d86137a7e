/**
 * Brings a database up to date, loads the demo when asked, and works out anew what an older engine did.
 * Run by `npm start` and the tests.
 */
import { MikroORM } from "@mikro-orm/postgresql";
import { ormOptions } from "./connection";
import { loadDemo } from "./demo/load";
import { reckonAnew } from "./reckon";

const url = process.env["DATABASE_URL"];
if (!url) throw new Error("DATABASE_URL is not set");
const orm = await MikroORM.init(ormOptions(url));
try {
  const applied = await orm.migrator.up();
  if (applied.length > 0) process.stderr.write(`Database: ${applied.length} migration applied.\n`);
  if (process.env["YARD_DEMO"] === "1") {
    const loaded = await loadDemo(orm.em.fork(), new Date());
    if (loaded) process.stderr.write("Database: demo loaded.\n");
  }
  const { visits, forecasts } = await reckonAnew(orm.em.fork());
  if (visits + forecasts > 0)
    process.stderr.write(`Database: ${visits} visits and ${forecasts} calls worked out.\n`);
} finally {
  await orm.close(true);
}
