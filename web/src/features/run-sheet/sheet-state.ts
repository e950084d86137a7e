/** The sheet as it stands: the newest of everything that was appended. */
import type { ReadingEntry, SheetEntry, SnapshotLabel } from "./entries";

export interface SheetState {
  /** By snapshot and slot. A reading taken back (empty text) is not among them. */
  readonly readings: ReadonlyMap<string, ReadingEntry>;
  readonly observations: ReadonlyMap<string, "present" | "absent">;
  readonly acknowledged: ReadonlyMap<string, { readonly personId: string; readonly at: string }>;
  readonly outcomes: ReadonlyMap<string, { readonly outcome: string; readonly at: string }>;
  /** Short texts by key: isolation, plates, how a gauge hangs, words. */
  readonly notes: ReadonlyMap<string, Note>;
}

export interface Note {
  readonly text: string;
  readonly at: string;
  readonly personId: string;
}

export const readingKey = (snapshot: SnapshotLabel, slot: string): string => `${snapshot}/${slot}`;

/** The state as it would be if what is being typed were kept already. */
export function withTyping(state: SheetState, typed: ReadonlyMap<string, string>): SheetState {
  if (typed.size === 0) return state;
  const readings = new Map(state.readings);
  for (const [key, raw] of typed) {
    const [snapshot = "", slot = ""] = key.split("/");
    readings.set(key, {
      kind: "reading",
      id: "typing",
      personId: "typing",
      at: "",
      snapshot: snapshot as SnapshotLabel,
      slot,
      raw,
      unit: null,
      // Whatever is typed here has been parsed; its number is read from the text again.
      si: 0,
      fault: null,
      reason: null,
      supersedes: null,
    });
  }
  return { ...state, readings };
}

/**
 * Folds entries into the present state. Order of arrival does not matter: the device's time decides,
 * then the id.
 */
export function foldEntries(entries: readonly SheetEntry[]): SheetState {
  const readings = new Map<string, ReadingEntry>();
  const observations = new Map<string, "present" | "absent">();
  const acknowledged = new Map<string, { personId: string; at: string }>();
  const outcomes = new Map<string, { outcome: string; at: string }>();
  const notes = new Map<string, Note>();
  const sorted = [...new Map(entries.map((e) => [e.id, e])).values()].sort(
    (a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1),
  );
  for (const entry of sorted) {
    switch (entry.kind) {
      case "reading": {
        const key = readingKey(entry.snapshot, entry.slot);
        if (entry.raw === "") readings.delete(key);
        else readings.set(key, entry);
        break;
      }
      case "observation":
        if (entry.state === "not-looked") observations.delete(entry.observation);
        else observations.set(entry.observation, entry.state);
        break;
      case "acknowledgement":
        if (!acknowledged.has(entry.caution)) {
          acknowledged.set(entry.caution, { personId: entry.personId, at: entry.at });
        }
        break;
      case "test":
        if (entry.outcome === null) outcomes.delete(entry.test);
        else outcomes.set(entry.test, { outcome: entry.outcome, at: entry.at });
        break;
      case "note":
        if (entry.text === "") notes.delete(entry.key);
        else notes.set(entry.key, { text: entry.text, at: entry.at, personId: entry.personId });
        break;
    }
  }
  return { readings, observations, acknowledged, outcomes, notes };
}
