import "server-only";
import { createHash } from "node:crypto";
import { PassThrough, Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { ZipFile } from "yazl";
import { readingYard, type YardRows } from "@/db";
import { HEADER, type Header, newHeader, photoFile, tableFile } from "./format";

/** The whole Yard as a ZIP, written while it is read: when whoever takes it goes, the reading ends. */
export function packYard(now: Date): ReadableStream<Uint8Array> {
  const out = new PassThrough();
  void readingYard((yard) => pipeline(zipOf(yard, now), out)).catch((error: unknown) =>
    out.destroy(error instanceof Error ? error : new Error("archive", { cause: error })),
  );
  return Readable.toWeb(out) as ReadableStream<Uint8Array>;
}

/** Each file is begun when its turn comes; the one that tells of all others is the last. */
function zipOf(yard: YardRows, made: Date): NodeJS.ReadableStream {
  const zip = new ZipFile();
  const add = (name: string, compress: boolean, parts: () => AsyncIterable<Uint8Array>) =>
    zip.addReadStreamLazy(name, { compress, mtime: made }, (begin) =>
      begin(null, Readable.from(parts(), { objectMode: false })),
    );
  const tables: Header["tables"][number][] = [];
  for (const { name, columns } of yard.tables) {
    add(tableFile(name), true, async function* () {
      const hash = createHash("sha256");
      let rows = 0;
      for await (const row of yard.lines(name)) {
        const line = Buffer.from(`${row}\n`);
        hash.update(line);
        rows += 1;
        yield line;
      }
      tables.push({ name, columns: [...columns], rows, sha256: hash.digest("hex") });
    });
  }
  for (const id of yard.photos) {
    // A picture is as small as it gets already.
    add(photoFile(id), false, async function* () {
      yield await yard.photo(id);
    });
  }
  add(HEADER, true, async function* () {
    const whole = newHeader({ schema: yard.schema, made: made.toISOString(), tables });
    yield Buffer.from(`${JSON.stringify(whole, null, 1)}\n`);
  });
  zip.end();
  return zip.outputStream;
}
