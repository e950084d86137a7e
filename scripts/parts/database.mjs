/** Connections of the scripts to a database. */
import pg from "pg";

/** Opens a connection for `work` and closes it. */
export async function withClient(url, work) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** First column of what a statement answers. */
export const column = async (client, sql) =>
  (await client.query({ text: sql, rowMode: "array" })).rows.map(([value]) => value);

/** An address for a command line, which every user of the machine can read; the password goes another way. */
export function withoutPassword(url) {
  const address = new URL(url);
  const password = decodeURIComponent(address.password);
  address.password = "";
  return { address: address.href, env: { ...process.env, PGPASSWORD: password } };
}
