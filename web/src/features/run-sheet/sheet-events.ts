import "server-only";
import { type SheetId, sheetId } from "@yard-tack/core/case";
import * as z from "zod";
import { onRoute } from "@/access/index.server";
import { entriesAfter, onSheetChange, picturesOf } from "@/db";
import { answering, refuse } from "@/edge";

/** Said so often that the way is open: what stands between may close a silent one, or hold all back [ms]. */
const SIGN_OF_LIFE = 25_000;
/** After so long the device asks anew, and who it is is asked with it [ms]. */
const LONGEST = 15 * 60_000;

const NO_SHEET = "There is no such run sheet.";

/** Somebody who has a sheet open at this moment. */
interface Here {
  readonly id: string;
  readonly name: string;
  readonly tell: (event: string, data: unknown) => void;
  readonly end: () => void;
}

// One for the process, however often this file is loaded in it.
const shared = globalThis as typeof globalThis & { yardHere?: Map<SheetId, Set<Here>> };
const open = (shared.yardHere ??= endedWithTheServer());

/** A server that is told to stop waits for whoever is still being answered. */
function endedWithTheServer(): Map<SheetId, Set<Here>> {
  const all = new Map<SheetId, Set<Here>>();
  for (const signal of ["SIGTERM", "SIGINT"] as const)
    process.once(signal, () => [...all.values()].forEach((of) => of.forEach((h) => h.end())));
  return all;
}

/** Names of those who have a sheet open here, each once. */
const namesAt = (sheet: SheetId) => [
  ...new Map([...(open.get(sheet) ?? [])].map(({ id, name }) => [id, { id, name }])).values(),
];

const tellWhoIsHere = (sheet: SheetId): void =>
  open.get(sheet)?.forEach((h) => h.tell("here", namesAt(sheet)));

/**
 * GET /api/sheets/:id/events: says that something came to a sheet, and who has it open on this server. What came is asked for
 * apart, with the rights of that moment.
 */
export const sheetEvents = (request: Request, id: string): Promise<Response> =>
  answering("events", async () => {
    const sheet = sheetId.safeParse(id);
    if (!sheet.success) return refuse(404, NO_SHEET);
    const entered = await onRoute("work", { sheet: sheet.data });
    if (!entered.ok) return refuse(entered.status, entered.message);
    const { id: person, name } = entered.visitor;
    return new Response(stream(sheet.data, { id: person, name }, request.signal), {
      headers: {
        "content-type": "text/event-stream",
        "cache-control": "private, no-store",
        "x-accel-buffering": "no",
        // Nothing comes after it on this way: a server that stops need not wait for more.
        connection: "close",
      },
    });
  });

function stream(
  sheet: SheetId,
  who: { readonly id: string; readonly name: string },
  signal: AbortSignal,
): ReadableStream<Uint8Array> {
  const text = new TextEncoder();
  let leave = () => {};
  return new ReadableStream({
    start(controller) {
      const write = (line: string) => {
        try {
          controller.enqueue(text.encode(line));
        } catch {
          leave();
        }
      };
      const here: Here = {
        ...who,
        tell: (event, data) => write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`),
        end: () => {
          leave();
          try {
            controller.close();
          } catch {
            // Whoever listened is gone already.
          }
        },
      };
      const of = open.get(sheet) ?? new Set();
      of.add(here);
      open.set(sheet, of);
      const deaf = onSheetChange(sheet, () => here.tell("changed", null));
      const alive = setInterval(() => here.tell("alive", null), SIGN_OF_LIFE);
      const over = setTimeout(here.end, LONGEST);
      leave = () => {
        leave = () => {};
        deaf();
        clearInterval(alive);
        clearTimeout(over);
        of.delete(here);
        if (of.size === 0) open.delete(sheet);
        tellWhoIsHere(sheet);
      };
      signal.addEventListener("abort", here.end, { once: true });
      write("retry: 2000\n\n");
      tellWhoIsHere(sheet);
    },
    cancel: () => leave(),
  });
}

const asked = z.object({ after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER) });

/** GET /api/sheets/:id/entries?after=: what came to a sheet since. */
export const sendEntries = (request: Request, id: string): Promise<Response> =>
  answering("entries since", async () => {
    const sheet = sheetId.safeParse(id);
    if (!sheet.success) return refuse(404, NO_SHEET);
    const entered = await onRoute("work", { sheet: sheet.data });
    if (!entered.ok) return refuse(entered.status, entered.message);
    const query = asked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!query.success) return refuse(422, "Say after which entry: after=0 for all of them.");
    const [found, pictures] = await Promise.all([
      entriesAfter(sheet.data, query.data.after, new Date()),
      picturesOf(sheet.data),
    ]);
    return Response.json(
      { ...found, pictures },
      { headers: { "cache-control": "private, no-store" } },
    );
  });
