/** How the database reads what it is asked, told by itself: plans of every statement that runs. */
import { closeSync, openSync, readSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { Client } from "pg";

/** Tables of more rows than this are not to be read from end to end. */
const MOST = 10_000;

const SETTINGS = {
  session_preload_libraries: "auto_explain",
  "auto_explain.log_min_duration": "0",
  "auto_explain.log_analyze": "on",
  "auto_explain.log_format": "json",
};

/**
 * From now on each new session writes its plans to the server's log.
 * @param {string} url - of a superuser of a cluster that is thrown away
 * @returns {Promise<(work: () => Promise<unknown>) => Promise<readonly Told[]>>} what ran while `work` did
 * @typedef {{ text: string, took: number, plan: string, tables: readonly { table: string, rows: number }[] }} Told
 */
export async function readsWhole(url) {
  const client = new Client({ connectionString: url });
  await client.connect();
  for (const [name, value] of Object.entries(SETTINGS))
    await client.query(`alter database postgres set ${name} = '${value}'`);
  const { rows } = await client.query("show data_directory");
  const { rows: sizes } = await client.query(
    "select relname, reltuples from pg_class where relkind = 'r' and reltuples > $1",
    [MOST],
  );
  await client.end();
  const large = new Map(sizes.map((r) => [r.relname, Math.round(r.reltuples)]));
  const log = join(dirname(rows[0].data_directory), "log");
  return async (work) => {
    const from = statSync(log).size;
    await work();
    // The log is written by another process.
    await new Promise((resolve) => setTimeout(resolve, 300));
    return told(written(log, from), large);
  };
}

function written(log, from) {
  const length = statSync(log).size - from;
  const bytes = Buffer.alloc(length);
  const file = openSync(log, "r");
  readSync(file, bytes, 0, length, from);
  closeSync(file);
  return bytes.toString("utf8");
}

/** Statements of a piece of the log: each plan follows its line, set in by a tab. */
function told(text, large) {
  return [...text.matchAll(/duration: ([\d.]+) ms {2}plan:\n((?:\t.*\n)+)/g)].map(
    ([, took, plan]) => {
      const { "Query Text": statement, Plan } = JSON.parse(plan);
      const nodes = nodesOf(Plan);
      return {
        text: statement.replace(/\s+/g, " "),
        took: Number(took),
        plan: nodes
          .map(({ depth, node }) => `${"  ".repeat(depth + 2)}${inWords(node)}`)
          .join("\n"),
        tables: nodes
          .filter(
            ({ node }) => node["Node Type"] === "Seq Scan" && large.has(node["Relation Name"]),
          )
          .map(({ node }) => ({
            table: node["Relation Name"],
            rows: large.get(node["Relation Name"]),
          })),
      };
    },
  );
}

const inWords = (node) =>
  [
    node["Node Type"],
    node["Index Name"] ?? node["Relation Name"],
    `${node["Actual Rows"] ?? 0} rows x ${node["Actual Loops"] ?? 0}`,
  ]
    .filter(Boolean)
    .join(" ");

const nodesOf = (node, depth = 0) => [
  { depth, node },
  ...(node.Plans ?? []).flatMap((n) => nodesOf(n, depth + 1)),
];
