/**
 * The visit as it stands: of everything that was appended, what counts.
 *
 * Order comes from what replaces what; between two that nothing replaces, from the server's order, and
 * what the server does not have yet comes after what it has. A device's clock decides nothing.
 */
import type { CautionId, EntryId, ObservationId, SnapshotLabel, TestId } from "../case/index.ts";
import type {
  Note,
  NoteEntry,
  NoteSubject,
  PictureFacts,
  ReadingEntry,
  SheetEntry,
} from "./entries.ts";
import { placeKey, type Run, type RunPlace, runsOf, saidKey } from "./runs.ts";

type Of<K extends SheetEntry["kind"]> = Extract<SheetEntry, { kind: K }>;

export interface VisitState {
  /** By snapshot and slot. A reading taken back (empty text) is not among them. */
  readonly readings: ReadonlyMap<string, ReadingEntry>;
  /**
   * Strips that were read on two devices, differently, neither knowing of the other: by the same key, the one that counts
   * until somebody chooses first.
   */
  readonly rivals: ReadonlyMap<string, readonly ReadingEntry[]>;
  readonly observations: ReadonlyMap<ObservationId, "present" | "absent">;
  readonly acknowledged: ReadonlyMap<CautionId, Of<"acknowledgement">>;
  readonly outcomes: ReadonlyMap<TestId, { readonly outcome: string; readonly at: string }>;
  /** By {@link noteKey}; one taken back is not among them. */
  readonly notes: ReadonlyMap<string, NoteEntry>;
  /** Of strips with more than one reading that nothing replaces, all of them: the next one has to replace each. */
  readonly open: ReadonlyMap<string, readonly EntryId[]>;
  /** Procedures that were begun here, by their run. */
  readonly runs: ReadonlyMap<string, Run>;
  /** The entry that counts of each thing noted, taken back or not: what the next one replaces. */
  readonly heads: ReadonlyMap<string, EntryId>;
}

export const readingKey = (snapshot: SnapshotLabel, slot: string): string => `${snapshot}/${slot}`;

/** What a note is about, as a key. */
export function noteKey(note: NoteSubject): string {
  switch (note.topic) {
    case "words":
      return `words/${note.about}`;
    case "test-words":
    case "no-after":
      return `${note.topic}/${note.test}`;
    case "dead":
      return `dead/${note.check}`;
    case "plate":
    case "unreadable":
      return `${note.topic}/${note.plate}/${note.field}`;
    case "gauge":
      return `gauge/${note.instrument}/${note.fact}`;
    case "zero":
      return `zero/${note.instrument}`;
    case "read-with":
      return `read-with/${note.side}`;
    case "stop":
      return `stop/${note.stop}`;
    case "picture-gone":
      return `picture-gone/${note.picture}`;
    case "locked":
      return note.person === undefined ? "locked" : `locked/${note.person}`;
    case "triage":
      return `triage/${note.part}`;
    case "run-ended":
      return `run-ended/${note.run}`;
    case "used":
      return `used/${note.part}`;
    case "halving":
      return `halving/${note.part}`;
    case "needle":
    case "hours-run":
    case "time-used":
    case "isolated-by":
    case "volts-between":
    case "tag":
    case "opened":
      return note.topic;
  }
}

/** What an entry is about: of entries that share it, one counts. */
export function entryKey(entry: EntrySubject): string {
  switch (entry.kind) {
    case "reading":
      return `reading/${readingKey(entry.snapshot, entry.slot)}`;
    case "observation":
      return `observation/${entry.observation}`;
    case "acknowledgement":
      return `acknowledgement/${entry.caution}`;
    case "test":
      return `test/${entry.test}`;
    case "note":
      return `note/${noteKey(entry.note)}`;
    case "procedure":
      return `procedure/${entry.run}`;
    case "step":
      return `run/${entry.run}/${placeKey(entry, saidKey(entry.what))}`;
    case "measure":
      return measureKey(entry);
  }
}

/** What a value of a procedure is about: also the key under which it is typed. */
export const measureKey = (
  of: RunPlace & { readonly run: string; readonly slot: string },
): string => `measure/${of.run}/${placeKey(of, of.slot)}`;

/** As much of an entry as says what it is about. */
export type EntrySubject =
  | Pick<ReadingEntry, "kind" | "snapshot" | "slot">
  | Pick<Of<"observation">, "kind" | "observation">
  | Pick<Of<"acknowledgement">, "kind" | "caution">
  | Pick<Of<"test">, "kind" | "test">
  | { readonly kind: "note"; readonly note: NoteSubject }
  | Pick<Of<"procedure">, "kind" | "run">
  | Pick<Of<"step">, "kind" | "run" | "step" | "round" | "what">
  | Pick<Of<"measure">, "kind" | "run" | "step" | "round" | "slot">;

/** What was noted of a subject; undefined when nothing is, or it was taken back. */
export function noted(
  state: Pick<VisitState, "notes">,
  subject: NoteSubject,
): NoteEntry | undefined {
  return state.notes.get(noteKey(subject));
}

/** The text of {@link noted}. */
export const notedText = (
  state: Pick<VisitState, "notes">,
  subject: NoteSubject,
): string | undefined => noted(state, subject)?.note.value ?? undefined;

/** Every note of one topic that counts. */
export const notesOf = <T extends Note["topic"]>(
  state: Pick<VisitState, "notes">,
  topic: T,
): readonly { readonly note: Extract<Note, { topic: T }>; readonly entry: NoteEntry }[] =>
  [...state.notes.values()].flatMap((entry) =>
    entry.note.topic === topic ? [{ note: entry.note as Extract<Note, { topic: T }>, entry }] : [],
  );

/** Entries once each: what the server said of one counts before what the device has of it. */
export function distinct(entries: readonly SheetEntry[]): SheetEntry[] {
  const byId = new Map<EntryId, SheetEntry>();
  for (const entry of entries) {
    const known = byId.get(entry.id);
    if (!known || (known.order === null && entry.order !== null)) byId.set(entry.id, entry);
  }
  return [...byId.values()];
}

/** Server's order first; what it does not have yet after it, as it was made here. */
const inOrder = (entries: readonly SheetEntry[]): SheetEntry[] =>
  distinct(entries).sort((a, b) => serverOrder(a) - serverOrder(b));

const serverOrder = ({ order }: SheetEntry): number => order ?? Number.MAX_SAFE_INTEGER;

/** Folds entries into what counts. How often and in which order they arrive does not matter. */
export function foldEntries(entries: readonly SheetEntry[]): VisitState {
  const byKey = new Map<string, SheetEntry[]>();
  for (const entry of inOrder(entries)) {
    const key = entryKey(entry);
    const list = byKey.get(key);
    if (list) list.push(entry);
    else byKey.set(key, [entry]);
  }
  const readings = new Map<string, ReadingEntry>();
  const rivals = new Map<string, readonly ReadingEntry[]>();
  const opened = new Map<string, readonly EntryId[]>();
  const observations = new Map<ObservationId, "present" | "absent">();
  const acknowledged = new Map<CautionId, Of<"acknowledgement">>();
  const outcomes = new Map<TestId, { outcome: string; at: string }>();
  const notes = new Map<string, NoteEntry>();
  const heads = new Map<string, EntryId>();
  const ofRuns: SheetEntry[] = [];
  for (const [key, list] of byKey) {
    const entry = counting(list);
    if (!entry) continue;
    heads.set(key, entry.id);
    switch (entry.kind) {
      case "reading":
        if (entry.raw !== "") {
          const of = readingKey(entry.snapshot, entry.slot);
          readings.set(of, entry);
          const open = openReadings(list);
          if (open.some((r) => !alike(r, entry))) rivals.set(of, open);
          if (open.length > 1)
            opened.set(
              key,
              open.map((r) => r.id),
            );
        }
        break;
      case "observation":
        if (entry.state !== "not-looked") observations.set(entry.observation, entry.state);
        break;
      case "acknowledgement":
        acknowledged.set(entry.caution, entry);
        break;
      case "test":
        if (entry.outcome !== null)
          outcomes.set(entry.test, { outcome: entry.outcome, at: entry.at });
        break;
      case "note":
        if (entry.note.value !== null) notes.set(noteKey(entry.note), entry);
        break;
      case "procedure":
      case "step":
      case "measure":
        ofRuns.push(entry);
        break;
    }
  }
  const runs = runsOf(ofRuns);
  return {
    readings,
    rivals,
    open: opened,
    observations,
    acknowledged,
    outcomes,
    notes,
    runs,
    heads,
  };
}

/** Of entries about one thing, in order, the one that counts. A caution is acknowledged once: the first. */
function counting(list: readonly SheetEntry[]): SheetEntry | undefined {
  if (list[0]?.kind === "acknowledgement") return list[0];
  // Of readings that do not know of each other the server's first counts, until somebody chooses.
  const [first] = openReadings(list);
  if (first) return first;
  const replaced = new Set(list.map((e) => e.supersedes));
  // Entries that replace each other in a ring are forged, for an id is made after what it replaces: the last counts.
  return list.findLast((e) => !replaced.has(e.id)) ?? list.at(-1);
}

/** Readings of one strip that nothing replaces, in order; one that was taken back is none. */
function openReadings(list: readonly SheetEntry[]): readonly ReadingEntry[] {
  const replaced = new Set(list.map((e) => e.supersedes));
  return list.filter(
    (e): e is ReadingEntry => e.kind === "reading" && e.raw !== "" && !replaced.has(e.id),
  );
}

/** The same figure, however it was written. */
const alike = (a: ReadingEntry, b: ReadingEntry): boolean =>
  a.si !== null && b.si !== null ? a.si === b.si : a.raw === b.raw;

/** Pictures that were not taken away. */
export const picturesLeft = <T extends Pick<PictureFacts, "id">>(
  pictures: readonly T[],
  state: Pick<VisitState, "notes">,
): T[] => pictures.filter((p) => !noted(state, { topic: "picture-gone", picture: p.id }));
