/**
 * What a visit is made of: entries that are only ever appended. Each has its id from the device that
 * made it, names the entry it replaces, and is refused unless every id in it is known and its figure
 * is what its text says. Entries of earlier versions are carried forward here.
 */
import * as z from "zod";
import {
  CAUTION_IDS,
  DEAD_CHECK_IDS,
  dimensionAt,
  entryId,
  GAUGE_FACTS,
  LONGEST_TEXT,
  NO_AFTER_REASONS,
  OBSERVATION_IDS,
  personId,
  PICTURE_SUBJECTS,
  plain,
  PLATE_KEYS,
  PLATE_KINDS,
  SNAPSHOT_LABELS,
  STOP_IDS,
  TEST_IDS,
  TEST_OUTCOMES,
} from "../case/index.ts";
import { procedureForm } from "../guide/index.ts";
import {
  type Dimension,
  DIMENSIONS,
  fail,
  ok,
  parseReading,
  type Result,
} from "../quantity/index.ts";
import { ENTRY_VERSION, upgradeEntry } from "./entry-versions.ts";

/** What no database can hold: a NUL, half of a character. */
const UNWRITABLE = /\u0000|\p{Surrogate}/u;

const text = (most: number) =>
  z
    .string("A text is needed.")
    .max(most, `It is longer than ${most} characters.`)
    .refine((t) => !UNWRITABLE.test(t), "It has a character that cannot be stored.");

const known = <const T extends readonly string[]>(what: string, ids: T) =>
  z.enum(ids, { error: (issue) => `There is no ${what} “${shown(issue.input)}”.` });

const shown = (input: unknown): string =>
  typeof input === "string" ? input.slice(0, 40) : typeof input;

const appended = {
  version: z.literal(ENTRY_VERSION),
  /** Made on the device: sending twice is harmless. */
  id: entryId,
  personId,
  /** By the device's clock, ISO 8601: told, and never what decides an order. */
  at: z.iso.datetime({ offset: true, error: "Its time is no time." }),
  /** The entry it stands in place of. */
  supersedes: entryId.nullable(),
  /** Its place in the order of the server; null until the server has it. */
  order: z.int().nullable().default(null),
};

/** Two figures that differ by less are one figure worked out twice. */
const SAME_FIGURE = 1e-9;

/** What was typed into a strip. */
const read = {
  /** Exactly as typed; empty when it was taken back. */
  raw: text(LONGEST_TEXT),
  unit: text(20).nullable(),
  /** Mean of what was typed [SI]; null for a text that does not count. */
  si: z.number("A figure is needed.").nullable(),
  /** Why it does not count. */
  fault: text(40).nullable(),
  /** Why a value that can hardly be was kept. */
  reason: text(LONGEST_TEXT).nullable(),
};

/** Whether a figure is what its text says. */
function saysItsText(
  { raw, si, unit }: { raw: string; si: number | null; unit: string | null },
  dimension: Dimension,
): boolean {
  if (si === null) return true;
  const parsed = parseReading(raw, dimension);
  return (
    parsed.ok &&
    Math.abs(parsed.value.mean - si) <= SAME_FIGURE * Math.max(1, Math.abs(si)) &&
    (unit === null || parsed.value.values[0].unit === unit)
  );
}

const reading = z
  .object({
    kind: z.literal("reading"),
    ...appended,
    /** A valve position, or the test the reading belongs to. */
    snapshot: known("valve position or test", SNAPSHOT_LABELS),
    slot: text(60),
    ...read,
  })
  .superRefine((entry, ctx) => {
    const dimension = dimensionAt(entry.snapshot, entry.slot);
    if (!dimension) {
      ctx.addIssue({ code: "custom", message: `There is no strip “${shown(entry.slot)}” there.` });
      return;
    }
    if (!saysItsText(entry, dimension)) {
      ctx.addIssue({ code: "custom", message: "Its figure is not what its text says." });
    }
  });

const slotId = text(40).regex(/^[a-z0-9][a-zA-Z0-9.-]*$/, "There is no such place in a procedure.");
/** Where in a procedure that was begun. */
const placeInRun = { run: z.uuid(), step: slotId, round: z.int().min(0).max(199) };

/** A value that a step of a procedure asks for and no strip of the sheet has. */
const measure = z
  .object({
    kind: z.literal("measure"),
    ...appended,
    ...placeInRun,
    slot: slotId,
    dimension: known("dimension", DIMENSIONS),
    ...read,
  })
  .superRefine((entry, ctx) => {
    if (!saysItsText(entry, entry.dimension))
      ctx.addIssue({ code: "custom", message: "Its figure is not what its text says." });
  });

const yes = z.literal("yes", "Only “yes” can be noted here.").nullable();
const instrument = text(60).regex(/^[a-z0-9-]+$/i, "There is no such instrument.");
const test = known("test", TEST_IDS);
const plate = { plate: known("plate", PLATE_KINDS), field: known("field of a plate", PLATE_KEYS) };

/** What is no reading: isolation, plates, how a gauge hangs, words. A null value takes it back. */
const noted = z.discriminatedUnion("topic", [
  z.object({
    topic: z.literal("words"),
    about: z.enum(["call", "look", "rotation", "fix", "prove"]),
    value: text(4000).nullable(),
  }),
  z.object({ topic: z.literal("test-words"), test, value: text(4000).nullable() }),
  z.object({
    topic: z.literal("no-after"),
    test,
    value: known("reason", NO_AFTER_REASONS).nullable(),
  }),
  /** Each hangs a lock of their own; without a name it is the lock of whoever noted it. */
  z.object({ topic: z.literal("locked"), person: personId.optional(), value: yes }),
  z.object({ topic: z.literal("isolated-by"), value: text(120).nullable() }),
  z.object({
    topic: z.literal("dead"),
    check: known("check", DEAD_CHECK_IDS),
    value: known("finding", ["dead", "live", "shown", "not shown"]).nullable(),
  }),
  z.object({ topic: z.literal("plate"), ...plate, value: text(200).nullable() }),
  z.object({ topic: z.literal("unreadable"), ...plate, value: yes }),
  z.object({
    topic: z.literal("gauge"),
    instrument,
    fact: known("fact of a gauge", GAUGE_FACTS),
    value: text(60).nullable(),
  }),
  z.object({ topic: z.literal("zero"), instrument, value: text(60).nullable() }),
  z.object({
    topic: z.literal("read-with"),
    side: z.enum(["suction", "discharge"]),
    value: instrument.nullable(),
  }),
  z.object({
    topic: z.literal("volts-between"),
    value: known("way", ["lines", "line-neutral"]).nullable(),
  }),
  z.object({ topic: z.literal("stop"), stop: known("Stop", STOP_IDS), value: yes }),
  z.object({ topic: z.literal("tag"), value: text(20).nullable() }),
  /** A part that was looked at, and is no chip. */
  z.object({
    topic: z.literal("triage"),
    part: text(80).regex(/^[a-z-]+\/[a-z-]+$/, "There is no such part."),
    value: known("finding", ["found", "in-order"]).nullable(),
  }),
  /** A needle watched: a look a line, its time and what it showed. */
  z.object({ topic: z.literal("needle"), value: text(4000).nullable() }),
  /** What the needle did with the drawn line shut at a part of it. */
  z.object({
    topic: z.literal("halving"),
    part: text(4).regex(/^\d{1,3}$/, "There is no such part."),
    value: known("finding", ["holds", "falls"]).nullable(),
  }),
  /** What the counter of hours run shows. */
  z.object({ topic: z.literal("hours-run"), value: text(40).nullable() }),
  /** A part that was used; how long the work took. */
  z.object({ topic: z.literal("used"), part: text(80).min(1, "Which part?"), value: yes }),
  z.object({ topic: z.literal("time-used"), value: text(40).nullable() }),
  /** How a procedure was left: "done", or why it was not gone through. */
  z.object({ topic: z.literal("run-ended"), run: z.uuid(), value: text(400).nullable() }),
  z.object({ topic: z.literal("opened"), value: yes }),
  z.object({
    topic: z.literal("picture-gone"),
    picture: z.uuid(),
    value: known("way", ["turned", "taken away"]).nullable(),
  }),
]);

const sheetEntry = z.discriminatedUnion("kind", [
  reading,
  z.object({
    kind: z.literal("observation"),
    ...appended,
    observation: known("observation", OBSERVATION_IDS),
    state: z.enum(["present", "absent", "not-looked"]),
  }),
  z.object({
    kind: z.literal("acknowledgement"),
    ...appended,
    caution: known("caution", CAUTION_IDS),
  }),
  z
    .object({
      kind: z.literal("test"),
      ...appended,
      test,
      /** null: taken back. */
      outcome: text(60).nullable(),
    })
    .superRefine((entry, ctx) => {
      const outcomes: readonly string[] = TEST_OUTCOMES[entry.test];
      if (entry.outcome === null || outcomes.includes(entry.outcome)) return;
      ctx.addIssue({
        code: "custom",
        message: `“${shown(entry.outcome)}” is no outcome of that test.`,
      });
    }),
  z
    .object({ kind: z.literal("note"), ...appended, note: noted })
    .superRefine(({ note, personId: by }, ctx) => {
      if (note.topic !== "locked" || note.person === undefined || note.person === by) return;
      ctx.addIssue({ code: "custom", message: "Only whoever hung a lock takes it off." });
    }),
  /** A procedure that was begun, as it was then: a newer edition changes nothing of it. */
  z.object({
    kind: z.literal("procedure"),
    ...appended,
    run: z.uuid(),
    form: procedureForm,
    /** What it was opened from: a cause, a test, nothing. */
    from: text(60).nullable(),
  }),
  z.object({
    kind: z.literal("step"),
    ...appended,
    ...placeInRun,
    what: z.discriminatedUnion("is", [
      z.object({ is: z.literal("done"), value: yes }),
      /** Its wait was begun. */
      z.object({ is: z.literal("begun"), value: yes }),
      z.object({ is: z.literal("failed"), value: text(400).nullable() }),
      z.object({ is: z.literal("answer"), ask: slotId, value: slotId.nullable() }),
    ]),
  }),
  measure,
]);

export type SheetEntry = z.output<typeof sheetEntry>;
export type EntryKind = SheetEntry["kind"];
export type ReadingEntry = Extract<SheetEntry, { kind: "reading" }>;
export type NoteEntry = Extract<SheetEntry, { kind: "note" }>;
export type Note = NoteEntry["note"];
/** What a note is about, without what it says. */
export type NoteSubject = WithoutValue<Note>;
type WithoutValue<T> = T extends unknown ? Omit<T, "value"> : never;

/**
 * Lets one entry in, whatever version wrote it. Fails with one sentence for the person who typed it.
 * @param json - from a device, a row or a file: nothing is taken for granted
 */
export function readEntry(json: unknown): Result<SheetEntry, string> {
  if (!plain(json) || typeof json !== "object" || json === null || Array.isArray(json))
    return fail("It is no entry.");
  const upgraded = upgradeEntry(json as Readonly<Record<string, unknown>>);
  if (!upgraded.ok) return upgraded;
  // Where a field has no words of its own, these stand for the schema's.
  const parsed = sheetEntry.safeParse(upgraded.value, { error: () => "It is not understood." });
  if (parsed.success) return ok(parsed.data);
  const [issue] = parsed.error.issues;
  return fail(issue?.message ?? "");
}

/** An entry that could not be understood: shown as such, and left out. */
export interface UnreadEntry {
  readonly id: string;
  readonly kind: string;
  /** What was typed, as far as it can be found. */
  readonly text: string;
  readonly reason: string;
}

/** Reads many; those that cannot be understood come back named. */
export function readEntries(list: readonly unknown[]): {
  readonly entries: readonly SheetEntry[];
  readonly unread: readonly UnreadEntry[];
} {
  const entries: SheetEntry[] = [];
  const unread: UnreadEntry[] = [];
  for (const json of list) {
    const read = readEntry(json);
    if (read.ok) entries.push(read.value);
    else unread.push(unreadEntry(json, read.error));
  }
  return { entries, unread };
}

/** What can be told of an entry that is not understood. */
export function unreadEntry(json: unknown, reason: string): UnreadEntry {
  const of = (typeof json === "object" && json !== null ? json : {}) as Record<string, unknown>;
  const word = (key: string): string => {
    const value = of[key];
    return typeof value === "string" ? value : "";
  };
  const note = of["note"];
  const noteText =
    typeof note === "object" && note !== null && "value" in note ? String(note.value) : "";
  return {
    id: word("id").slice(0, 60),
    kind: word("kind").slice(0, 20),
    text: (word("raw") || word("text") || noteText || word("observation") || word("test")).slice(
      0,
      4000,
    ),
    reason,
  };
}

/** What a photo shows, and how large it is; its bytes travel beside it. */
export const pictureFacts = z.object({
  id: z.uuid(),
  personId,
  at: z.iso.datetime({ offset: true }),
  about: z.enum(PICTURE_SUBJECTS),
  width: z.coerce.number().int().min(1).max(20_000),
  height: z.coerce.number().int().min(1).max(20_000),
});
export type PictureFacts = z.output<typeof pictureFacts>;
