/** Readings that a machine sends: onto the open sheet of their pump, under the name of whoever made the token. */
import "server-only";
import {
  dimensionAt,
  type EntryId,
  entryId,
  personId as personIdSchema,
  pumpId as pumpIdSchema,
} from "@yard-tack/core/case";
import { parseReading } from "@yard-tack/core/quantity";
import {
  ENTRY_VERSION,
  foldEntries,
  readEntry,
  readingKey,
  type SheetEntry,
} from "@yard-tack/core/visit";
import { v5 as idFrom } from "uuid";
import type * as z from "zod";
import { onMachine } from "@/access/index.server";
import { appendEntries, loadSheet, openSheetsOf, sheetOfEntries } from "@/db";
import { answering, problem, readJson } from "@/edge";
import { MOST_READINGS, readingsBody } from "./readings-body";

const LONGEST_BODY = 100_000;

/** Names of entries made from a key: a request that is repeated makes the same ones. */
const NAMESPACE = "0b0f6a8e-6f0e-4f52-9a53-5a5d9b1c7d21";
const USED =
  "This Idempotency-Key was used before, for other readings: use a new one. What was kept then stays.";
const KEY = /^[\x21-\x7e]{8,200}$/;

/** POST /api/v1/pumps/:id/readings with an Idempotency-Key: repeated, it changes nothing and answers the same. */
export const takeReadings = (request: Request, text: string): Promise<Response> =>
  answering(
    "api readings",
    async () => {
      const id = pumpIdSchema.safeParse(text);
      const entered = await onMachine(
        request,
        "write-readings",
        id.success ? { pump: id.data } : undefined,
      );
      if (!entered.ok) return problem(entered.status, entered.message);
      const key = request.headers.get("idempotency-key") ?? "";
      if (!KEY.test(key)) {
        return problem(
          400,
          "An Idempotency-Key of 8 to 200 letters, digits or signs is needed; nothing was kept.",
        );
      }
      const body = await readJson(request, LONGEST_BODY);
      if (!body.ok) return problem(body.status, body.message);
      const parsed = readingsBody.safeParse(body.json);
      if (!parsed.success) {
        const errors = parsed.error.issues.map((i) => ({
          path: i.path.join("."),
          message: i.message,
        }));
        return problem(422, "The readings are not in order; nothing was kept.", { errors });
      }
      const { token } = entered;
      const idOf = (i: number) => entryId.parse(idFrom(`${token.id}/${key}/${i}`, NAMESPACE));
      // What was sent before stays where it came, signed or not, whatever sheet is open by now.
      const before = await sheetOfEntries(Array.from({ length: MOST_READINGS }, (_, i) => idOf(i)));
      const [open] = before === undefined && id.success ? await openSheetsOf(id.data) : [];
      const sheet = before ?? open?.id;
      const known = sheet ? ((await loadSheet(sheet))?.entries ?? []) : [];
      const made = entriesOf(parsed.data, idOf, token.madeBy, known);
      if (!made.ok)
        return problem(422, "The readings are not in order; nothing was kept.", {
          errors: made.errors,
        });
      if (!sheet)
        return problem(409, "No sheet of this pump is open: take a call or plan a round first.");
      const kept = new Set(known.map((e) => e.id));
      const again = made.entries.filter((e) => kept.has(e.id)).length;
      const isRepeat = again === made.entries.length && !kept.has(idOf(again));
      if (before !== undefined && !isRepeat) return problem(409, USED);
      const appended = await appendEntries(sheet, made.entries, new Date());
      if (!appended || appended.refused.length > 0) {
        return problem(409, USED, { kept: appended?.kept.map((k) => k.id) ?? [] });
      }
      return Response.json({ sheet, kept: appended.kept.map((k) => k.id) });
    },
    problem,
  );

type Made =
  | { readonly ok: true; readonly entries: readonly SheetEntry[] }
  | {
      readonly ok: false;
      readonly errors: readonly { readonly path: string; readonly message: string }[];
    };

/** Each reading as an entry, or what is wrong with each that is none. */
function entriesOf(
  { at, snapshot, readings }: z.output<typeof readingsBody>,
  idOf: (i: number) => EntryId,
  madeBy: string,
  known: readonly SheetEntry[],
): Made {
  const before = foldEntries(known).readings;
  const entries: SheetEntry[] = [];
  const errors: { path: string; message: string }[] = [];
  readings.forEach(({ slot, raw }, i) => {
    const wrong = (key: string, message: string) =>
      errors.push({ path: `readings.${i}.${key}`, message });
    const dimension = dimensionAt(snapshot, slot);
    if (!dimension) return wrong("slot", `There is no strip “${slot.slice(0, 40)}” there.`);
    const read = parseReading(raw, dimension);
    if (!read.ok) return wrong("raw", read.error.message);
    const entry = readEntry({
      version: ENTRY_VERSION,
      id: idOf(i),
      personId: personIdSchema.parse(madeBy),
      at: new Date(at).toISOString(),
      supersedes: replacedBy(idOf(i), before.get(readingKey(snapshot, slot)), madeBy, known),
      order: null,
      kind: "reading",
      snapshot,
      slot,
      raw,
      unit: read.value.values[0].unit,
      si: read.value.mean,
      fault: null,
      reason: null,
    });
    if (entry.ok) entries.push(entry.value);
    else wrong("raw", entry.error);
    return undefined;
  });
  return errors.length > 0 ? { ok: false, errors } : { ok: true, entries };
}

/** A machine's reading replaces the one that it gave before, and nobody else's. What is sent once more says the same. */
function replacedBy(
  id: string,
  now: SheetEntry | undefined,
  madeBy: string,
  known: readonly SheetEntry[],
): string | null {
  const there = known.find((e) => e.id === id);
  if (there) return there.supersedes;
  return now?.personId === madeBy ? now.id : null;
}
