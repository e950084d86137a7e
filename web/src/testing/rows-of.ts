/** A mark of every row that anybody can write, so that a refusal that wrote all the same is seen. */
import type { EntityManager } from "@mikro-orm/postgresql";

const TABLES = [
  "person",
  "site",
  "site_grant",
  "team",
  "team_member",
  "pump",
  "curve",
  "plate",
  "instrument",
  "run_sheet",
  "sheet_entry",
  "photo",
  "log_entry",
  "promise",
  "token",
  "audit",
  "auth.account",
  "auth.verification",
];

/** When a token was last used is no word of anybody. */
const row = "(to_jsonb(x) - 'used_at')::text";

/** A refusal is noted: that is no row of whoever was refused. */
const wanted = (table: string) => (table === "audit" ? "where x.action <> 'refused'" : "");

export async function rowsOf(em: EntityManager): Promise<unknown> {
  const marks = TABLES.map(
    (t) =>
      `(select md5(coalesce(string_agg(md5(${row}), '' order by md5(${row})), '')) from ${t} x ${wanted(t)}) as "${t}"`,
  );
  return (await em.execute(`select ${marks.join(", ")}`))[0];
}
