/**
 * `DATABASE_URL=… PUMPS=2000 OPEN=100 ENTRIES=0 tsx fill-yard.ts`: {@link fillYard} as a
 * command. Prints ids to go on with. */
import { MikroORM } from "@mikro-orm/postgresql";
import { ormOptions } from "../db/connection";
import { fillYard } from "./full-yard";

const number = (name: string) => Number(process.env[name] ?? 0);
const orm = await MikroORM.init(ormOptions(process.env["DATABASE_URL"] ?? ""));
// Its temporary tables live on one connection.
await orm.em.fork().transactional((em) =>
  fillYard(em, {
    pumps: number("PUMPS"),
    openSheets: number("OPEN"),
    oldEntries: number("ENTRIES"),
  }),
);
const [ids] = (await orm.em.fork().execute(
  `select (select id from person where name = 'Technician') as person, s.id as sheet, s.pump_id as pump,
     (select jsonb_agg(o.id) from (select id from run_sheet where signed_at is null limit 50) o) as sheets
     from run_sheet s where s.signed_at is null limit 1`,
)) as unknown[];
await orm.close(true);
process.stdout.write(JSON.stringify(ids));
