/** Keys of what is being typed: a reading's own key, or "note:" and what the note is about. */
import { noteKey, type NoteSubject, upgradeEntry } from "@yard-tack/core/visit";

export const draftKeyOf = (subject: NoteSubject): string => `note:${noteKey(subject)}`;

/** Keys of notes with dots, as an earlier version wrote them. */
const OLD_KEY = /^[a-z]+(\.[A-Za-z0-9-]+){0,3}$/;

/** A draft's key as it is now; one an earlier version left is carried over. */
export function presentKey(key: string): string {
  if (!OLD_KEY.test(key)) return key;
  const entry = upgradeEntry({ kind: "note", key, text: "" });
  // The shape is what the upgrade makes of a key it knows.
  return entry.ok ? draftKeyOf(entry.value["note"] as NoteSubject) : key;
}

/** Drafts with others over them; an empty text takes one back. */
export function withDrafts(
  drafts: ReadonlyMap<string, string>,
  later: Iterable<readonly [slot: string, text: string]>,
): ReadonlyMap<string, string> {
  const next = new Map(drafts);
  for (const [slot, text] of later) {
    if (text === "") next.delete(slot);
    else next.set(slot, text);
  }
  return next;
}
