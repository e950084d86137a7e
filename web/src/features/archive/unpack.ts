import "server-only";
import { createHash } from "node:crypto";
import type { Readable } from "node:stream";
import { StringDecoder } from "node:string_decoder";
import { type Entry, openPromise, type ZipFile } from "yauzl";
import { ArchiveRefused, type Incoming } from "@/db";
import { header, HEADER, KNOWN_FILE, photoFile, tableFile } from "./format";

/** What is in an archive may be so many times as long as the archive; rows that are alike make it some twenty. */
const MOST_UNPACKED = 200;
/** Small ones are not judged by that [bytes]. */
const SMALL = 64_000_000;

const LONGEST_HEADER = 1_000_000;
const LONGEST_PHOTO = 20_000_000;
/** The longest entry of a log, with its snapshots, is far below [characters]. */
const LONGEST_ROW = 16_000_000;

/**
 * Lets `use` read an archive; nothing of it is unpacked to a disk, and no name in it is a path here.
 * @param file - where it was put
 * @throws {ArchiveRefused} where it is none, is not whole, or unpacks to more than it may
 */
export async function unpacking<T>(
  file: string,
  use: (archive: Incoming & { readonly made: string }) => Promise<T>,
): Promise<T> {
  const zip = await openPromise(file, { lazyEntries: true, autoClose: false }).catch(notWhole);
  try {
    const entries = await contents(zip);
    const read = (name: string, most: number) => bytesOf(zip, entries.get(name), most);
    const written = await read(HEADER, LONGEST_HEADER);
    if (!written) throw new ArchiveRefused(`The file is a ZIP, but has no ${HEADER}.`);
    const { schema, made, tables } = headerOf(written);
    return await use({
      schema,
      made,
      tables: tables.map(({ name, columns, rows, sha256 }) => ({
        name,
        columns,
        rows,
        lines: () => linesOf(zip, entries.get(tableFile(name)), { name, sha256 }),
      })),
      photo: (id) => read(photoFile(id), LONGEST_PHOTO),
    });
  } finally {
    zip.close();
  }
}

const NOT_WHOLE =
  "The file is no archive of a Yard, or it is cut off: the end of a ZIP is missing. Load it down again.";

const notWhole = (error: unknown): never => {
  throw new ArchiveRefused(NOT_WHOLE, { cause: error });
};

/** The files that are in it, by name. */
async function contents(zip: ZipFile): Promise<ReadonlyMap<string, Entry>> {
  const entries = new Map<string, Entry>();
  let unpacked = 0;
  try {
    for await (const entry of zip.eachEntry()) {
      if (!KNOWN_FILE.test(entry.fileName))
        throw new ArchiveRefused(
          `The archive has a file "${entry.fileName.slice(0, 80)}" that does not belong there.`,
        );
      if (entries.has(entry.fileName))
        throw new ArchiveRefused(`The archive has "${entry.fileName}" twice.`);
      entries.set(entry.fileName, entry);
      unpacked += entry.uncompressedSize;
    }
  } catch (error) {
    if (error instanceof ArchiveRefused) throw error;
    // The library names what leads out of the archive before anything else sees the name.
    if (error instanceof Error && /path|characters in fileName/.test(error.message))
      throw new ArchiveRefused("The archive has a file whose name leads out of it.", {
        cause: error,
      });
    return notWhole(error);
  }
  if (unpacked > Math.max(SMALL, MOST_UNPACKED * zip.fileSize))
    throw new ArchiveRefused(
      `The archive unpacks to ${Math.round(unpacked / 1e6)} MB, more than ${MOST_UNPACKED} times its length: no Yard does.`,
    );
  return entries;
}

function headerOf(bytes: Buffer) {
  let json: unknown;
  try {
    json = JSON.parse(bytes.toString("utf8"));
  } catch {
    throw new ArchiveRefused(`${HEADER} is no JSON.`);
  }
  const parsed = header.safeParse(json);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  const where = issue?.path.join(".") ?? "";
  throw new ArchiveRefused(
    where === "format" || where === "version"
      ? (issue?.message ?? "")
      : `${HEADER} is not in order at "${where}".`,
  );
}

async function streamOf(zip: ZipFile, entry: Entry): Promise<Readable> {
  return zip.openReadStreamPromise(entry).catch(damaged(entry.fileName));
}

/** What unpacks to another length than is written, or not at all. */
const damaged =
  (name: string) =>
  (error: unknown): never => {
    if (error instanceof ArchiveRefused) throw error;
    throw new ArchiveRefused(`"${name}" in the archive is damaged.`, { cause: error });
  };

async function bytesOf(
  zip: ZipFile,
  entry: Entry | undefined,
  most: number,
): Promise<Buffer | undefined> {
  if (!entry) return undefined;
  if (entry.uncompressedSize > most)
    throw new ArchiveRefused(`"${entry.fileName}" in the archive is longer than any such file.`);
  const parts: Buffer[] = [];
  try {
    for await (const part of await streamOf(zip, entry)) parts.push(part as Buffer);
  } catch (error) {
    return damaged(entry.fileName)(error);
  }
  return Buffer.concat(parts);
}

/** Rows of a table; at its end its bytes have to be those that were written. */
async function* linesOf(
  zip: ZipFile,
  entry: Entry | undefined,
  { name, sha256 }: { readonly name: string; readonly sha256: string },
): AsyncGenerator<string> {
  if (!entry) throw new ArchiveRefused(`The archive has no file of "${name}".`);
  const hash = createHash("sha256");
  const decoder = new StringDecoder("utf8");
  let rest = "";
  const stream = await streamOf(zip, entry);
  try {
    for await (const part of stream) {
      hash.update(part as Buffer);
      const lines = (rest + decoder.write(part as Buffer)).split("\n");
      rest = lines.pop() ?? "";
      if (rest.length > LONGEST_ROW)
        throw new ArchiveRefused(`A row of "${name}" is longer than any there is.`);
      yield* lines;
    }
  } catch (error) {
    damaged(entry.fileName)(error);
  }
  if (rest !== "" || hash.digest("hex") !== sha256)
    throw new ArchiveRefused(`"${name}" in the archive is not what was written: it was changed.`);
}
