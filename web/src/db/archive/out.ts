/** Every row of the Yard, of one moment, as text: no figure passes through a number of ours. */
import { type EntityManager, IsolationLevel } from "@mikro-orm/postgresql";
import * as z from "zod";
import { MIGRATIONS, unitOfWork } from "../connection";
import { idRow, selected } from "../rows";
import { ARCHIVED, ARCHIVED_TABLES, type ArchivedTable, listed, writtenColumns } from "./tables";

/** Rows fetched at a time. */
const ROWS = 1000;

/** The Yard as it is read for an archive. */
export interface YardRows {
  /** Migrations that its tables have had. */
  readonly schema: number;
  readonly tables: readonly { readonly name: ArchivedTable; readonly columns: readonly string[] }[];
  /** Rows of a table, each a JSON object on one line. A photo's has the SHA-256 of its bytes. */
  lines(table: ArchivedTable): AsyncGenerator<string>;
  readonly photos: readonly string[];
  /** The bytes of a photo. */
  photo(id: string): Promise<Buffer>;
}

/** Lets `read` see the Yard of one moment, whatever is written meanwhile. */
export async function readingYard<T>(read: (yard: YardRows) => Promise<T>): Promise<T> {
  const em = await unitOfWork();
  return em.transactional(
    async (tx) => {
      // Times are written in one zone, whatever the server's is.
      await tx.execute("set local timezone to 'UTC'");
      const columns = await writtenColumns(tx);
      const photos = await selected(tx, idRow, "select id from photo order by seq", []);
      return read({
        schema: MIGRATIONS.length,
        tables: ARCHIVED_TABLES.map((name) => ({ name, columns: columns.get(name) ?? [] })),
        lines: (table) => lines(tx, table, columns.get(table) ?? []),
        photos: photos.map((p) => p.id),
        photo: (id) => bytes(tx, id),
      });
    },
    { isolationLevel: IsolationLevel.REPEATABLE_READ, readOnly: true },
  );
}

const lineRow = z.object({ line: z.string() });

async function* lines(tx: EntityManager, table: ArchivedTable, columns: readonly string[]) {
  const more = table === "photo" ? ", encode(sha256(data), 'hex') as sha256" : "";
  const sql = `select row_to_json(r)::text as line from
    (select ${listed(columns)}${more} from ${table} order by ${ARCHIVED[table]}) r`;
  await tx.execute(`declare archived no scroll cursor for ${sql}`);
  for (;;) {
    const rows = await selected(tx, lineRow, `fetch ${ROWS} from archived`, []);
    for (const { line } of rows) yield line;
    if (rows.length < ROWS) break;
  }
  await tx.execute("close archived");
}

const bytesRow = z.object({ data: z.instanceof(Buffer) });

async function bytes(tx: EntityManager, id: string): Promise<Buffer> {
  const [row] = await selected(tx, bytesRow, "select data from photo where id = ?", [id]);
  if (!row) throw new Error(`photo ${id} was listed and is not there`);
  return row.data;
}

const countsRow = z.object({
  pumps: z.coerce.number(),
  places: z.coerce.number(),
  visits: z.coerce.number(),
  pictures: z.coerce.number(),
});

/** How much there is in the Yard, as somebody counts it. */
export type ArchiveCounts = z.output<typeof countsRow>;

export async function archiveCounts(): Promise<ArchiveCounts> {
  const [row] = await selected(
    await unitOfWork(),
    countsRow,
    `select (select count(*) from pump) as pumps, (select count(*) from site) as places,
       (select count(*) from log_entry) as visits, (select count(*) from photo) as pictures`,
    [],
  );
  if (!row) throw new Error("nothing was counted");
  return row;
}
