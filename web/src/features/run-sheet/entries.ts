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
    snapshot: z.enum(["as found", "throttled", "shut", "after"]),
    slot: z.string().regex(/^[a-zA-Z]+(\.\d)?$/),
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
]);

export type SheetEntry = z.infer<typeof sheetEntry>;
export type ReadingEntry = Extract<SheetEntry, { kind: "reading" }>;
export type SnapshotLabel = ReadingEntry["snapshot"];

/** What a device sends: a handful of entries at a time. */
export const entriesBody = z.object({ entries: z.array(sheetEntry).min(1).max(200) });
