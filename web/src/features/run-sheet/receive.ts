import "server-only";
import { sheetId } from "@yard-tack/core/case";
import { MOST_ENTRIES, readEntry, type SheetEntry } from "@yard-tack/core/visit";
import * as z from "zod";
import { NOT_SHOWN, note, onRoute } from "@/access/index.server";
import { appendEntries } from "@/db";
import { answering, readJson, refuse } from "@/edge";

/** A batch of the longest entries there are fits well below [bytes]. */
const LONGEST_BODY = 4_000_000;

/** A batch; each entry is looked at on its own. */
const batch = z.object({
  entries: z
    .array(z.record(z.string(), z.unknown()), "A list of entries is needed.")
    .min(1, "There is no entry.")
    .max(MOST_ENTRIES, `At most ${MOST_ENTRIES} entries at a time.`),
  /** By the id of its entry: what shows that a session of its writer's wrote it. */
  proofs: z.record(z.string(), z.unknown()).default({}),
});

const NO_SHEET = "There is no such run sheet; what was typed stays on this device.";

/** An entry that was not kept, and why. */
interface Refused {
  readonly id: string;
  readonly reason: string;
  /** It is somebody else's, and goes when they are signed in. */
  readonly waitsFor?: string;
}

/**
 * POST /api/sheets/:id/entries: what a device kept, sent on. One that cannot be kept is named with its
 * reason and does not hold up the others; 422 only when none could be kept.
 */
export const receiveEntries = (request: Request, id: string): Promise<Response> =>
  answering("entries", async () => {
    const sheet = sheetId.safeParse(id);
    if (!sheet.success) return refuse(404, NO_SHEET);
    const entered = await onRoute("work", { sheet: sheet.data });
    if (!entered.ok) return refuse(entered.status, entered.message);
    const body = await readJson(request, LONGEST_BODY);
    if (!body.ok) return refuse(body.status, body.message);
    const parsed = batch.safeParse(body.json);
    if (!parsed.success) {
      return refuse(
        422,
        parsed.error.issues.map((i) => ({ path: i.path.join("."), message: i.message })),
      );
    }
    const good: SheetEntry[] = [];
    const refused: Refused[] = [];
    const { entries, proofs } = parsed.data;
    for (const json of entries) {
      const entry = readEntry(json);
      if (!entry.ok) {
        refused.push({ id: String(json["id"] ?? ""), reason: entry.error });
        continue;
      }
      const { id: entryId, personId } = entry.value;
      const what = { kind: "entry", sheetId: sheet.data, content: json } as const;
      if (await entered.authors.wrote(personId, what, proofs[entryId])) good.push(entry.value);
      else refused.push({ id: entryId, reason: NOT_SHOWN, waitsFor: personId });
    }
    const { id: sender } = entered.visitor;
    const appended = await appendEntries(sheet.data, good, new Date(), sender);
    if (!appended) return refuse(404, NO_SHEET);
    for (const author of new Set(good.map((e) => e.personId)))
      if (author !== sender) await note(sender, "sent for another", `${author}: ${sheet.data}`);
    const { kept, late, retired } = appended;
    const all = [...refused, ...appended.refused];
    const answer = { kept, refused: all, late, retired };
    if (kept.length > 0 || all.length === 0) return Response.json(answer);
    return refuse(
      422,
      all.map(({ reason }, i) => ({ path: `entries[${i}]`, message: reason })),
      answer,
    );
  });
