/**
 * `DATABASE_URL=… PUMPS=2000 OPEN=100 ENTRIES=0 VISITS=0 tsx fill-yard.ts`: {@link fillYard} as a
 * command. Prints ids to go on with; how far it is, on a line of its own in the error stream, with PROGRESS=1.
 */
import { MikroORM } from "@mikro-orm/postgresql";
import { ormOptions } from "../db/connection";
import { fillYard } from "./full-yard";

const WIDTH = 40;

/** A bar that is drawn over itself. */
function bar(share: number, what: string): void {
  const full = Math.round(WIDTH * share);
  const drawn = `${"#".repeat(full)}${".".repeat(WIDTH - full)}`;
  const line = `${drawn} ${String(Math.round(100 * share)).padStart(3)} % ${what.padEnd(12)}`;
  process.stderr.write(process.stderr.isTTY ? `\r${line}${share === 1 ? "\n" : ""}` : `${line}\n`);
}

const number = (name: string) => Number(process.env[name] ?? 0);
const orm = await MikroORM.init(ormOptions(process.env["DATABASE_URL"] ?? ""));
// Its temporary tables live on one connection.
await orm.em.fork().transactional((em) =>
  fillYard(
    em,
    {
      pumps: number("PUMPS"),
      openSheets: number("OPEN"),
      oldEntries: number("ENTRIES"),
      visits: number("VISITS"),
    },
    process.env["PROGRESS"] === "1" ? bar : undefined,
  ),
);
// Words that came in by the hundred thousand wait in a list that every search would go through.
await orm.em.fork().execute("vacuum analyze");
const [ids] = (await orm.em.fork().execute(
  `select (select id from person where name = 'Technician') as person, s.id as sheet, s.pump_id as pump,
     (select pump_id from visit_points group by pump_id order by count(*) desc, pump_id limit 1) as old,
     (select jsonb_agg(o.id) from (select id from run_sheet where signed_at is null limit 50) o) as sheets
     from run_sheet s where s.signed_at is null limit 1`,
)) as unknown[];
await orm.close(true);
process.stdout.write(JSON.stringify(ids));
