/** Somebody is signed in here again: what the server would take from nobody else goes once more. */
import { open } from "./store";

export async function isHereAgain(personId: string): Promise<void> {
  const stores = ["entries", "aside", "photos", "calls", "signatures"] as const;
  const tx = (await open()).transaction(stores, "readwrite");
  const last = await tx.objectStore("entries").index("made").openCursor(null, "prev");
  let made = last?.value.made ?? 0;
  for (const { id, sheetId, entry, waitsFor } of await tx.objectStore("aside").getAll()) {
    if (waitsFor !== personId) continue;
    made++;
    await tx.objectStore("entries").put({ id, sheetId, entry, made });
    await tx.objectStore("aside").delete(id);
  }
  for (const { refused: _r, waitsFor, ...photo } of await tx.objectStore("photos").getAll())
    if (waitsFor === personId) await tx.objectStore("photos").put(photo);
  for (const { refused: _r, waitsFor, ...call } of await tx.objectStore("calls").getAll())
    if (waitsFor === personId) await tx.objectStore("calls").put(call);
  for (const { refused, ...signature } of await tx.objectStore("signatures").getAll())
    if (refused?.waitsFor === personId) await tx.objectStore("signatures").put(signature);
  await tx.done;
}
