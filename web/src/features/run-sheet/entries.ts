/** What a run sheet is made of: entries that are only ever appended. */
import * as z from "zod";

const appended = {
  /** Made on the device: sending twice is harmless. */
  id: z.uuid(),
  personId: z.uuid(),
  /** By the device's clock, ISO 8601. */
  at: z.iso.datetime({ offset: true }),
};

const text = (most: number) => z.string().max(most);

const sheetEntry = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("reading"),
    ...appended,
    /** A valve position, or the test the reading belongs to. */
    snapshot: z.union([
      z.enum(["as found", "throttled", "shut", "after"]),
      z.templateLiteral(["test:", z.string().regex(/^[a-z-]{1,60}$/)]),
    ]),
    slot: z.string().regex(/^[a-zA-Z]+(\.[a-zA-Z0-9]+){0,2}$/),
    raw: text(400),
    unit: text(20).nullable(),
    si: z.number().nullable(),
    fault: text(40).nullable(),
    reason: text(400).nullable(),
    supersedes: z.uuid().nullable(),
  }),
  z.object({
    kind: z.literal("observation"),
    ...appended,
    observation: z.string().regex(/^[a-z]+\.[a-z-]+$/),
    state: z.enum(["present", "absent", "not-looked"]),
  }),
  z.object({ kind: z.literal("acknowledgement"), ...appended, caution: text(60) }),
  z.object({
    kind: z.literal("test"),
    ...appended,
    test: text(60),
    outcome: text(60).nullable(),
  }),
  z.object({
    kind: z.literal("note"),
    ...appended,
    key: z
      .string()
      .regex(/^[a-z]+(\.[A-Za-z0-9-]+){0,3}$/)
      .max(120),
    /** Empty: taken back. */
    text: text(4000),
  }),
]);

export type SheetEntry = z.infer<typeof sheetEntry>;
export type ReadingEntry = Extract<SheetEntry, { kind: "reading" }>;
export type SnapshotLabel = ReadingEntry["snapshot"];

/** What a photo shows, and how large it is; its bytes travel beside it. */
export const photoFacts = z.object({
  ...appended,
  about: z.string().regex(/^[a-z-]{1,40}$/),
  width: z.coerce.number().int().min(1).max(20_000),
  height: z.coerce.number().int().min(1).max(20_000),
});
export type PhotoFacts = z.infer<typeof photoFacts>;

/** What a device sends: a handful of entries at a time. */
export const entriesBody = z.object({ entries: z.array(sheetEntry).min(1).max(200) });
