import "server-only";
import { createWriteStream } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { otherNames, passage } from "@/access";
import { note, onRoute } from "@/access/index.server";
import { ArchiveRefused, bringIn } from "@/db";
import { answering, refuse } from "@/edge";
import type { Brought } from "./dto";
import { unpacking } from "./unpack";

/** Longest archive that is taken [bytes]. */
const LONGEST = 8_000_000_000;

/**
 * POST /people/archive/in: an archive, brought into an installation that holds nothing yet. It comes past the guard
 * that stands before every other page, for it is longer than what that one holds; so the same is asked here.
 */
export const receiveArchive = (request: Request): Promise<Response> =>
  answering("archive", async () => {
    const { headers } = request;
    const passed = passage(
      {
        method: request.method,
        path: new URL(request.url).pathname,
        host: headers.get("host"),
        origin: headers.get("origin"),
        site: headers.get("sec-fetch-site"),
      },
      otherNames(),
    );
    if (!passed.ok) return refuse(passed.status, passed.message);
    const entered = await onRoute("people");
    if (!entered.ok) return refuse(entered.status, entered.message);
    if (!request.body) return refuse(400, "There is no file in this.");
    const folder = await mkdtemp(join(tmpdir(), "yard-archive-"));
    try {
      const file = join(folder, "archive.zip");
      await pipeline(Readable.from(counted(request.body)), createWriteStream(file));
      const brought = await unpacking(file, async (archive): Promise<Brought> => {
        const rows = await bringIn(archive);
        return { made: archive.made, rows };
      });
      await note(entered.visitor.id, "archive brought in", `of ${brought.made}`);
      return Response.json(brought);
    } catch (error) {
      if (!(error instanceof ArchiveRefused)) throw error;
      return refuse(422, `${error.message} Nothing was brought in.`);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });

async function* counted(body: ReadableStream<Uint8Array>): AsyncGenerator<Uint8Array> {
  let size = 0;
  for await (const part of body as unknown as AsyncIterable<Uint8Array>) {
    size += part.byteLength;
    if (size > LONGEST) throw new ArchiveRefused(`The file is longer than ${LONGEST / 1e9} GB.`);
    yield part;
  }
}
