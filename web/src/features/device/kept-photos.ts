/** Pictures kept on the device until the server has them. */
import type { SheetId } from "@yard-tack/core/case";
import { provePhoto } from "./session-key";
import { type KeptPhoto, open } from "./store";

/** Keeps a picture on the device. */
export async function keepPhoto(photo: KeptPhoto): Promise<void> {
  await (await open()).put("photos", photo);
  await provePhoto(photo);
}

/** Keeps pictures once more, in place of what is there of them. */
export async function keepPhotos(photos: readonly KeptPhoto[]): Promise<void> {
  const tx = (await open()).transaction("photos", "readwrite");
  await Promise.all([...photos.map((photo) => tx.store.put(photo)), tx.done]);
  for (const photo of photos) await provePhoto(photo);
}

const DAMAGED = "It is damaged on this device.";

/** A picture as it is kept; one that cannot be read any more says so. */
export const asKept = (photo: KeptPhoto): KeptPhoto =>
  photo.blob instanceof Blob ? photo : { ...photo, refused: DAMAGED };

/** Every picture of a sheet that the server does not have. */
const photosOf = async (sheetId: SheetId): Promise<KeptPhoto[]> =>
  (await (await open()).getAllFromIndex("photos", "sheet", sheetId)).map(asKept);

/** Pictures of a sheet that are to be sent. */
export const photosWaiting = async (sheetId: SheetId): Promise<KeptPhoto[]> =>
  (await photosOf(sheetId)).filter((p) => p.refused === undefined);

/** Pictures of a sheet that the server did not take: they stay here and hold no others up. */
export const photosRefused = async (sheetId: SheetId): Promise<KeptPhoto[]> =>
  (await photosOf(sheetId)).filter((p) => p.refused !== undefined);

/** Notes why a picture was not taken, so that it is not sent again by itself; with null it is. */
export async function refusePhoto(
  id: string,
  reason: string | null,
  waitsFor?: string,
): Promise<void> {
  const tx = (await open()).transaction("photos", "readwrite");
  const photo = await tx.store.get(id);
  if (photo) {
    const { refused: _, waitsFor: __, ...rest } = photo;
    const why = waitsFor === undefined ? {} : { waitsFor };
    await tx.store.put(reason === null ? rest : { ...rest, refused: reason, ...why });
  }
  await tx.done;
}

/** Forgets pictures: the server has them, or a person dropped them. */
export async function photosAcknowledged(ids: readonly string[]): Promise<void> {
  const tx = (await open()).transaction(["photos", "proofs"], "readwrite");
  await Promise.all([
    ...ids.flatMap((id) => [
      tx.objectStore("photos").delete(id),
      tx.objectStore("proofs").delete(id),
    ]),
    tx.done,
  ]);
}
