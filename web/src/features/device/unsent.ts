/** Everything that is on this device and not with the server, of every sheet. */
import type { SheetId } from "@yard-tack/core/case";
import { asKept } from "./kept-photos";
import { isWhole } from "./outbox";
import {
  type AsideEntry,
  type Draft,
  type KeptCall,
  type KeptEntry,
  type KeptPhoto,
  type KeptProof,
  type KeptSignature,
  open,
} from "./store";

/** What of a sheet is on this device and not with the server. */
export interface Unsent {
  readonly entries: number;
  readonly photos: number;
  /** Set aside, entries and pictures: the server did not take them. */
  readonly aside: number;
  /** Texts that were begun. */
  readonly drafts: number;
  /** Signed here: 0 or 1. */
  readonly signatures: number;
  /** Taken here: 0 or 1. */
  readonly calls: number;
}

/** Everything that is on this device and not with the server, by its sheet. */
export async function unsent(): Promise<ReadonlyMap<SheetId, Unsent>> {
  const db = await open();
  const kinds = ["entries", "photos", "aside", "drafts", "signatures", "calls"] as const;
  const lists = await Promise.all(kinds.map((k) => db.getAll(k)));
  const found = new Map<SheetId, Record<(typeof kinds)[number], number>>();
  kinds.forEach((kind, i) => {
    for (const row of lists[i] ?? []) {
      const id = row.sheetId as SheetId;
      const of = found.get(id) ?? { ...NOTHING };
      const isRefused = "blob" in row && asKept(row).refused !== undefined;
      of[isRefused ? "aside" : kind]++;
      found.set(id, of);
    }
  });
  return found;
}

const NOTHING: Unsent = { entries: 0, photos: 0, aside: 0, drafts: 0, signatures: 0, calls: 0 };

/** Sheets of which something has not gone to the server. */
export const unsentSheets = async (): Promise<ReadonlySet<string>> =>
  new Set((await unsent()).keys());

/** Everything of these stores as it is kept, for a file. */
export async function everythingKept(): Promise<{
  readonly entries: readonly KeptEntry[];
  readonly photos: readonly KeptPhoto[];
  readonly aside: readonly AsideEntry[];
  readonly drafts: readonly Draft[];
  readonly calls: readonly KeptCall[];
  readonly signatures: readonly KeptSignature[];
  readonly proofs: readonly KeptProof[];
}> {
  const db = await open();
  const [entries, photos, aside, drafts, calls, signatures, proofs] = await Promise.all([
    db.getAllFromIndex("entries", "made"),
    db.getAll("photos"),
    db.getAll("aside"),
    db.getAll("drafts"),
    db.getAll("calls"),
    db.getAll("signatures"),
    db.getAll("proofs"),
  ]);
  // What a version before the order kept has no place in its index, and was made before.
  const old = (await db.getAll("entries")).filter((e) => e.made === undefined);
  const all = [...old, ...entries];
  const damaged = all.flatMap((row) =>
    isWhole(row) ? [] : [{ ...row, reason: "damaged on the device" }],
  );
  // What is left of a picture says at least that there was one, of what and when.
  const torn = photos.flatMap((entry) =>
    entry.blob instanceof Blob
      ? []
      : [{ id: entry.id, sheetId: entry.sheetId, entry, reason: "damaged on the device" }],
  );
  return {
    entries: all.filter(isWhole),
    photos: photos.filter((p) => p.blob instanceof Blob),
    aside: [...aside, ...damaged, ...torn],
    ...{ drafts, calls, signatures, proofs },
  };
}

/** Takes in what another device kept: what is here already stays as it is. @returns how many were new */
export async function takeIn(
  entries: readonly { readonly id: string; readonly sheetId: string; readonly entry: unknown }[],
  photos: readonly KeptPhoto[],
  calls: readonly KeptCall[],
  signatures: readonly KeptSignature[],
  proofs: readonly KeptProof[],
): Promise<number> {
  const stores = ["entries", "photos", "calls", "signatures", "proofs"] as const;
  const tx = (await open()).transaction(stores, "readwrite");
  const last = await tx.objectStore("entries").index("made").openCursor(null, "prev");
  let made = last?.value.made ?? 0;
  let fresh = 0;
  for (const { id, sheetId, entry } of entries) {
    if (await tx.objectStore("entries").get(id)) continue;
    made++;
    fresh++;
    await tx.objectStore("entries").put({ id, sheetId, entry, made });
  }
  for (const photo of photos) {
    if (await tx.objectStore("photos").get(photo.id)) continue;
    fresh++;
    await tx.objectStore("photos").put(photo);
  }
  for (const call of calls) {
    if (await tx.objectStore("calls").get(call.sheetId)) continue;
    fresh++;
    await tx.objectStore("calls").put(call);
  }
  for (const signature of signatures) {
    if (await tx.objectStore("signatures").get(signature.sheetId)) continue;
    fresh++;
    await tx.objectStore("signatures").put(signature);
  }
  for (const proof of proofs) await tx.objectStore("proofs").put(proof);
  await tx.done;
  return fresh;
}
