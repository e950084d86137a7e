/** Rows of an archive brought into an empty Yard: all of them or none. */
import type { EntityManager } from "@mikro-orm/postgresql";
import * as z from "zod";
import { MIGRATIONS, unitOfWork } from "../connection";
import { selected } from "../rows";
import { ARCHIVED_TABLES, type ArchivedTable, listed, writtenColumns } from "./tables";

/** Rows sent at a time: so many, or so long together [characters]. */
const ROWS = 2000;
const LENGTH = 4_000_000;

/** What an archive holds, as its file is read. */
export interface Incoming {
  /** Migrations that its tables had had. */
  readonly schema: number;
  readonly tables: readonly IncomingTable[];
  /** A photo's bytes; undefined where the archive has none. */
  photo(id: string): Promise<Buffer | undefined>;
}

interface IncomingTable {
  readonly name: string;
  readonly columns: readonly string[];
  readonly rows: number;
  lines(): AsyncIterable<string>;
}

/** Why an archive was not brought in; nothing was changed. */
export class ArchiveRefused extends Error {}

/** Rows that came in, by table. */
export type Arrived = Readonly<Partial<Record<ArchivedTable, number>>>;

/**
 * Brings an archive in. People come with their names and roles and choose a passphrase anew.
 * @throws {ArchiveRefused} with what is wrong; or what the driver throws
 */
export async function bringIn(archive: Incoming): Promise<Arrived> {
  if (archive.schema > MIGRATIONS.length)
    throw new ArchiveRefused(
      "The archive is of a newer Yard Tack: its tables have columns that this one does not know. Bring this installation up to date first.",
    );
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    await tx.execute("select pg_advisory_xact_lock(?)", [LOCK]);
    await refuseUnlessEmpty(tx);
    const known = await writtenColumns(tx);
    const arrived: Partial<Record<ArchivedTable, number>> = {};
    for (const name of ARCHIVED_TABLES) {
      const table = archive.tables.find((t) => t.name === name);
      if (!table) throw new ArchiveRefused(`The archive has no table "${name}".`);
      const strange = table.columns.find((c) => !known.get(name)?.includes(c));
      if (strange !== undefined)
        throw new ArchiveRefused(
          `"${name}" has a column "${strange.slice(0, 60)}", which is not known.`,
        );
      arrived[name] = await bringTable(tx, { ...table, name }, archive).catch(inWords(name));
    }
    await letPeopleIn(tx);
    await goOnCounting(tx);
    return arrived;
  });
}

/** What the database does not take is said of its table: a row that is no row, or one that refers to nothing. */
const inWords = (name: string) => (error: unknown) => {
  const { code, constraint } = refusedRow.catch({}).parse(error);
  if (!code) throw error;
  const by = constraint === undefined ? "" : ` (${constraint})`;
  throw new ArchiveRefused(`A row of "${name}" is not in order${by}.`, { cause: error });
};

/** Classes 22 and 23 of the database's errors are the row's own fault. */
const refusedRow = z.object({
  code: z
    .string()
    .regex(/^2[23]/)
    .optional(),
  constraint: z.string().optional(),
});

/** Two archives at once: the second finds the Yard no longer empty. */
const LOCK = 908_114;

const countRow = z.object({ n: z.coerce.number() });

async function refuseUnlessEmpty(tx: EntityManager) {
  const [full] = await selected(
    tx,
    countRow,
    "select (select count(*) from pump) + (select count(*) from site) as n",
    [],
  );
  if (full && full.n > 0)
    throw new ArchiveRefused(
      "There are pumps or places here already. An archive goes into an installation that has none: start one with a data folder of its own.",
    );
}

/** The rows wait in a table of their own, so that their order in the file does not matter to what they refer to. */
async function bringTable(
  tx: EntityManager,
  { name, columns, rows, lines }: IncomingTable & { readonly name: ArchivedTable },
  archive: Incoming,
): Promise<number> {
  await tx.execute("create temporary table arriving (line jsonb not null) on commit drop");
  let sent: string[] = [];
  let length = 0;
  let count = 0;
  const send = async () => {
    if (sent.length === 0) return;
    await tx.execute("insert into arriving select value from jsonb_array_elements(?::jsonb)", [
      `[${sent.join(",")}]`,
    ]);
    sent = [];
    length = 0;
  };
  for await (const line of lines()) {
    sent.push(line);
    length += line.length;
    count += 1;
    if (sent.length >= ROWS || length >= LENGTH) await send();
  }
  await send();
  if (count !== rows)
    throw new ArchiveRefused(`"${name}" has ${count} rows where ${rows} were written.`);
  const list = listed(columns);
  const from = `arriving, jsonb_populate_record(null::${name}, line) r`;
  const values = columns.map((c) => `r."${c}"`).join(", ");
  if (name === "photo") await bringPhotos(tx, archive, { list, values, from });
  else if (count > 0)
    await tx.execute(`insert into ${name} (${list}) select ${values} from ${from}`);
  await tx.execute("drop table arriving");
  return count;
}

const awaited = z.object({ id: z.string(), sha256: z.string() });

async function bringPhotos(
  tx: EntityManager,
  { photo }: Incoming,
  { list, values, from }: { list: string; values: string; from: string },
) {
  // Each is looked up by its id; thousands of them must not each go through all.
  await tx.execute("create index on arriving ((line->>'id'))");
  const sql = "select line->>'id' as id, line->>'sha256' as sha256 from arriving";
  for (const { id, sha256 } of await selected(tx, awaited, sql, [])) {
    const data = await photo(id);
    if (!data) throw new ArchiveRefused(`The picture ${id.slice(0, 60)} is not in the archive.`);
    const kept = await selected(
      tx,
      z.object({ whole: z.boolean() }),
      `insert into photo (${list}, data) select ${values}, ? from ${from} where line->>'id' = ?
         returning encode(sha256(data), 'hex') = ? as whole`,
      [data, id, sha256],
    );
    if (kept.length !== 1 || !kept[0]?.whole)
      throw new ArchiveRefused(`The picture ${id.slice(0, 60)} is not the one that was written.`);
  }
}

/** A name to sign in under for each: nobody's who has one already, and no passphrase yet. */
const letPeopleIn = (tx: EntityManager) =>
  tx.execute(`
    insert into auth."user" ("id", "name", "email", "emailVerified", "username", "displayUsername")
    select id::text, name, id || '@person.invalid', false,
      case when nth = 1 and not exists (select from auth."user" u where u."username" = sign_in) then sign_in end, name
    from (
      select id, name, sign_in, row_number() over (partition by sign_in order by id) as nth
      from (select id, name, regexp_replace(lower(normalize(btrim(name), nfkc)), '\\s+', ' ', 'g') as sign_in
              from person) named
    ) p
    where not exists (select from auth."user" u where u."id" = p.id::text)`);

/** Orders left for what is written from here on. */
const MOST_ORDER = 1_500_000_000;

/** What is written from here on comes after what was brought. */
async function goOnCounting(tx: EntityManager) {
  const [last] = await selected(
    tx,
    countRow,
    `select greatest((select max(seq) from sheet_entry), (select max(seq) from photo),
       (select last_value from entry_order)) as n`,
    [],
  );
  const n = last?.n ?? 1;
  if (n > MOST_ORDER)
    throw new ArchiveRefused("The order numbers of the entries leave none for what comes after.");
  await tx.execute("select setval('entry_order', ?)", [n]);
}
