/**
 * What a visit leaves: how it ended, what it was, its readings and where they put the pump. A signature
 * and the demo both make it here; rows are read back through the same schema.
 */
import * as z from "zod";
import {
  CAUSE_IDS,
  type CauseId,
  type Closing,
  OBSERVATION_IDS,
  POSITIONS,
  testSchema,
  WAYS_CLOSED,
  type DiagnosisResult,
  readCase,
  snapshotSchema,
  type WrittenCase,
  type WrittenSnapshot,
  type WrittenTest,
} from "../case/index.ts";
import {
  causeRow,
  diagnoseFully,
  hasRating,
  missingReadings,
  type Verdict,
  verdictOf,
} from "../diagnosis/index.ts";
import type { UnitSystem } from "../quantity/index.ts";
import { pointsOf, type VisitPoint } from "./points.ts";

const text = z.string().default("");
const list = <T extends z.ZodType>(entry: T) => z.array(entry).default([]);

/** A reading as it stood in the strip. */
const readingLine = z.object({
  snapshot: z.string(),
  name: z.string(),
  raw: z.string(),
  by: z.string(),
  at: z.string(),
});

/** A note in words; `by` and `at` where it matters who noted it and when. */
const wordLine = z.object({
  name: z.string(),
  text: z.string(),
  by: z.string().optional(),
  at: z.string().optional(),
});

/** As written, and sound: the case format's own schema says so. */
const writtenSnapshot = z.custom<WrittenSnapshot>((v) => snapshotSchema.safeParse(v).success);

const writtenTest = z.custom<WrittenTest>((v) => testSchema.safeParse(v).success);

/** Body of a log entry. A key that an earlier version did not write comes out empty. */
const visitRecord = z.object({
  version: z.number().int().default(1),
  closed: z.enum(WAYS_CLOSED).default("as it should be"),
  found: text,
  done: text,
  proof: text,
  /** What the Board held likeliest when it was signed, where it held it more likely than not. */
  cause: z.enum(CAUSE_IDS).nullable().default(null),
  /** What it really was, as the person who signed says. */
  was: z.enum(CAUSE_IDS).nullable().default(null),
  verdict: z
    .object({ lead: z.string(), claim: z.string(), detail: z.string() })
    .nullable()
    .default(null),
  causes: list(z.object({ id: z.string(), name: z.string(), probability: z.number() })),
  engine: z.string().nullable().default(null),
  dataVersion: z.string().nullable().default(null),
  readings: list(readingLine),
  superseded: list(readingLine),
  seen: list(z.object({ name: z.string(), state: z.string() })),
  tests: list(z.object({ name: z.string(), outcome: z.string(), at: z.string() })),
  cautions: list(z.object({ title: z.string(), by: z.string(), at: z.string() })),
  words: list(wordLine),
  pictures: list(
    z.object({ about: z.string(), url: z.string(), width: z.number(), height: z.number() }),
  ),
  /** Procedures that were begun, step by step. */
  procedures: list(
    z.object({
      name: z.string(),
      ended: z.string(),
      steps: list(z.object({ what: z.string(), said: z.string(), by: z.string(), at: z.string() })),
    }),
  ),
  /** What was promised for later, with its day. */
  promised: list(z.object({ what: z.string(), dueAt: z.string() })),
  snapshots: list(writtenSnapshot),
  /** Tests with what was read in them, and what was seen and not seen, by their ids; kept since version 3. */
  measured: list(writtenTest),
  noticed: z
    .object({ present: list(z.enum(OBSERVATION_IDS)), absent: list(z.enum(OBSERVATION_IDS)) })
    .default({ present: [], absent: [] }),
  /** Place in the server's order up to which the visit's entries are in this one. */
  upTo: z.number().int().nullable().default(null),
  /** The entry this one adds to, of an addendum. */
  addsTo: z.uuid().nullable().default(null),
  /** It could not be read back; what can be shown of it is shown. */
  unreadable: z.boolean().default(false),
});
export type VisitRecord = z.output<typeof visitRecord>;

/** Version records are written in. */
const RECORD_VERSION = 3;

/** Reads a record back. One that is not in order comes out with the parts of it that are, and says so. */
export function readRecord(json: unknown): VisitRecord {
  const parsed = visitRecord.safeParse(json ?? {});
  if (parsed.success) return parsed.data;
  const of = z.record(z.string(), z.unknown()).catch({}).parse(json);
  const parts = Object.entries(visitRecord.shape).flatMap(([key, part]) => {
    const value = part.safeParse(of[key]);
    return value.success ? [[key, value.data] as const] : [];
  });
  return visitRecord.parse({ ...Object.fromEntries(parts), unreadable: true });
}

/** What a person says when a visit ends. */
export interface ClosingWords {
  readonly closed: Closing;
  readonly found: string;
  readonly done: string;
  readonly proof: string;
  readonly was: CauseId | null;
}

/** Lines for a reader that come from the entries of a visit. */
export type RecordLines = Pick<
  VisitRecord,
  | "readings"
  | "superseded"
  | "seen"
  | "tests"
  | "cautions"
  | "words"
  | "pictures"
  | "procedures"
  | "upTo"
>;

export interface LeftBehind {
  readonly record: VisitRecord;
  readonly points: readonly VisitPoint[];
  /** Snapshots that can stand as the pump's fingerprint; none where nothing was read. */
  readonly fingerprint: readonly WrittenSnapshot[];
}

/** A diagnosis as it is signed: the whole result, and the verdict in words. */
export interface SignedResult {
  readonly result: DiagnosisResult;
  readonly verdict: Verdict;
}

/** Works out what is signed of a visit; null when its case cannot be read. */
export function signedResult(written: WrittenCase, units: UnitSystem): SignedResult | null {
  const file = readCase(written);
  if (!file.ok) return null;
  const diagnosis = diagnoseFully(file.value, units);
  const { parts, posterior, situation, result } = diagnosis;
  const missing = missingReadings(situation, parts?.snapshot, posterior, hasRating(situation));
  return { result, verdict: verdictOf(diagnosis, missing, units) };
}

/**
 * What a visit leaves.
 * @param written - the visit as a case, the snapshot after the repair among its snapshots
 * @param signed - the diagnosis as it was signed; null where none was made
 * Fails as {@link readCase} does.
 */
export function leftBehind(
  written: WrittenCase,
  closing: ClosingWords,
  lines: Partial<RecordLines>,
  signed: SignedResult | null,
): LeftBehind {
  const file = readCase(written);
  const snapshots = written.snapshots ?? [];
  const leading = signed?.result.causes[0];
  const named = leading && leading.id !== "healthy" && leading.probability > MORE_LIKELY_THAN_NOT;
  return {
    points: file.ok ? pointsOf(file.value) : [],
    fingerprint: fingerprintOf(snapshots, closing.closed),
    record: visitRecord.parse({
      version: RECORD_VERSION,
      ...closing,
      cause: named ? leading.id : null,
      verdict: signed?.verdict ?? null,
      causes: (signed?.result.causes ?? []).slice(0, CAUSES_TOLD).map(({ id, probability }) => ({
        id,
        name: causeRow(id).name,
        probability,
      })),
      engine: signed?.result.engine ?? null,
      dataVersion: signed?.result.dataVersion ?? null,
      ...lines,
      snapshots,
      measured: written.tests ?? [],
      noticed: written.observations ?? undefined,
    }),
  };
}

const MORE_LIKELY_THAN_NOT = 0.5;
const CAUSES_TOLD = 4;

/** Where a pump that ran as it should stood: after the repair, else as found with the positions beside it. */
function fingerprintOf(
  snapshots: readonly WrittenSnapshot[],
  closed: Closing,
): readonly WrittenSnapshot[] {
  const sound = (s: WrittenSnapshot) =>
    [s.suctionPressure, s.dischargePressure, s.flow, s.amps].some((v) => v !== undefined);
  const read = snapshots.filter(sound);
  const after = read.find((s) => s.label === "after");
  if (closed === "cured") return after ? [{ ...after, label: "as found" }] : [];
  // What was found is no measure of the pump where a fault was.
  if (closed !== "as it should be") return [];
  return read.filter((s) => s.label !== "after" && POSITIONS.some((p) => p === s.label));
}

/** What a visit counts as for the next one: what it really was, else what was held likeliest. */
export const causeFound = (record: VisitRecord): CauseId | null =>
  record.was === "healthy" ? null : (record.was ?? record.cause);
