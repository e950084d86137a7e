/**
 * `DATABASE_URL=… tsx let-in.ts NAME`: a one-time address for somebody, made on the machine by whoever runs it: for an administrator who
 * has nobody to ask. Tries at their name are forgotten.
 */
import { MikroORM } from "@mikro-orm/postgresql";
import { letInByName } from "./accounts";
import { ormOptions } from "./connection";
import { prepareFault } from "./prepare-fault";

const url = process.env["DATABASE_URL"] ?? "";
const name = process.argv.slice(2).join(" ");
const say = (text: string) => process.stderr.write(`${text}\n`);
try {
  const orm = await MikroORM.init(ormOptions(url));
  const token = await letInByName(orm.em.fork(), name).finally(() => orm.close(true));
  if (token)
    say(
      `For ${name}, once, within two days:\n  ${process.env["YARD_ADDRESS"] ?? ""}/welcome/${token}`,
    );
  else {
    say(
      `yard-tack: nobody on the list has the name “${name}”; it is written as People shows it. Nothing was changed.`,
    );
    process.exitCode = 1;
  }
} catch (error) {
  say(`yard-tack: ${prepareFault(error, url) ?? String(error)}`);
  process.exitCode = 1;
}
