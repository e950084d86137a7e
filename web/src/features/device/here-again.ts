/** Somebody is signed in here again: what the server would take from nobody else goes once more. */
import { keepCall, keepSignature } from "./kept-forms";
import { refusePhoto } from "./kept-photos";
import { tryAgain } from "./outbox";
import { open } from "./store";

export async function isHereAgain(personId: string): Promise<void> {
  const db = await open();
  const [aside, photos, calls, signatures] = await Promise.all([
    db.getAll("aside"),
    db.getAll("photos"),
    db.getAll("calls"),
    db.getAll("signatures"),
  ]);
  const theirs = <T extends { readonly waitsFor?: string }>(list: readonly T[]) =>
    list.filter((row) => row.waitsFor === personId);
  const entries = theirs(aside);
  if (entries.length > 0) await tryAgain(entries.map((row) => row.id));
  for (const { id } of theirs(photos)) await refusePhoto(id, null);
  for (const { sheetId, call } of theirs(calls)) await keepCall({ sheetId, call });
  for (const { refused, ...signature } of signatures)
    if (refused?.waitsFor === personId) await keepSignature(signature);
}
