/** A mark of all that a table holds: how many rows, and a sum over each row's digest, in whatever order they stand. */

const SCHEMAS = ["public", "auth"];

/** What a row is written as must not depend on who asks. */
export const SAME_TEXT =
  "set timezone to 'UTC'; set datestyle to 'ISO, MDY'; set intervalstyle to 'postgres'; set extra_float_digits to 1; set bytea_output to 'hex';";

/** Statement for the mark of one table: rows, and their sum as a text. */
export const markOf = (table) =>
  `select count(*)::int, coalesce(sum(('x' || left(md5(t::text), 16))::bit(64)::bigint::numeric), 0)::text from ${table} t`;

/** Every table of the yard, with its schema, as names are written in statements. */
export async function tablesOf(client) {
  const { rows } = await client.query(
    `select quote_ident(schemaname) || '.' || quote_ident(tablename) as name from pg_tables
       where schemaname = any($1) order by 1`,
    [SCHEMAS],
  );
  return rows.map((r) => r.name);
}

/** @returns {Promise<Record<string, { rows: number, sum: string }>>} by table */
export async function marksOf(client) {
  await client.query(SAME_TEXT);
  const marks = {};
  for (const table of await tablesOf(client)) {
    const found = await client.query({ text: markOf(table), rowMode: "array" });
    const [[rows, sum]] = found.rows;
    marks[table] = { rows, sum };
  }
  return marks;
}
