/** Databases of their own, so that no test sees what another wrote. */
import { MikroORM } from "@mikro-orm/postgresql";
import { ormOptions } from "../db/connection";

/** Makes a database beside the one at `url`, empty or a copy, and answers its address. */
export async function freshDatabase(url: string, name: string, copied?: string): Promise<string> {
  const orm = await MikroORM.init(ormOptions(url));
  await orm.em.fork().execute(`create database ${name}${copied ? ` template ${copied}` : ""}`);
  await orm.close(true);
  const address = new URL(url);
  address.pathname = `/${name}`;
  return address.href;
}
