/** Marks of all that a database holds, made by a program of PostgreSQL's: apart from how backups mark what is in them. */
import { ask } from "./world.mjs";

/** A mark of every row of every table of the yard, by table. */
export function rowsIn(url) {
  const tables = ask(
    url,
    "select quote_ident(schemaname) || '.' || quote_ident(tablename) from pg_tables where schemaname in ('public', 'auth') order by 1",
  );
  if (tables === "") return {};
  const marks = tables
    .split("\n")
    .map(
      (table) =>
        `select '${table}', count(*) || ' ' || md5(coalesce(string_agg(md5(x::text), '' order by md5(x::text)), '')) from ${table} x`,
    )
    .join(" union all ");
  return Object.fromEntries(
    ask(url, marks)
      .split("\n")
      .map((line) => line.split("|")),
  );
}
