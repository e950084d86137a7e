/** Photos of a visit: their bytes beside their facts. */
import type { SheetId } from "@yard-tack/core/case";
import { type PictureFacts, pictureFacts } from "@yard-tack/core/visit";
import { isDeepStrictEqual } from "node:util";
import { unitOfWork } from "./connection";
import { Person, Photo, RunSheet } from "./entities";
import { LockMode } from "@mikro-orm/postgresql";

/** What became of a photo that was sent. */
export type PhotoKept = "kept" | "no-such-sheet" | "stranger" | "other-content";

/**
 * Keeps a photo under its id, once. One that comes after the signature is kept with the sheet.
 * @param bytes - of a JPEG that was checked to be one
 * @param sentBy - who sends it: it is kept where another took it
 */
export async function keepPhoto(
  sheetId: SheetId,
  { id, personId, at, about, width, height }: PictureFacts,
  bytes: Buffer,
  receivedAt: Date,
  sentBy: string,
): Promise<PhotoKept> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const lockMode = LockMode.PESSIMISTIC_READ;
    if (!(await tx.findOne(RunSheet, { id: sheetId }, { lockMode }))) return "no-such-sheet";
    if (!(await tx.findOne(Person, { id: personId }))) return "stranger";
    const there = await tx.findOne(Photo, { id });
    if (there) {
      const facts = { sheetId, personId, about, width, height };
      const stored = {
        sheetId: there.sheetId,
        personId: there.personId,
        about: there.about,
        width: there.width,
        height: there.height,
      };
      return isDeepStrictEqual(stored, facts) && bytes.equals(there.data)
        ? "kept"
        : "other-content";
    }
    tx.create(Photo, {
      id,
      sheetId,
      personId,
      at: new Date(at),
      receivedAt,
      about,
      width,
      height,
      data: bytes,
      sentBy: sentBy === personId ? null : sentBy,
    });
    await tx.flush();
    return "kept";
  });
}

/** What the pictures of a sheet show, without their bytes, in the order in which they came. */
export async function picturesOf(sheetId: SheetId): Promise<readonly PictureFacts[]> {
  const photos = await (
    await unitOfWork()
  ).find(Photo, { sheetId }, { exclude: ["data"], orderBy: { at: "asc", id: "asc" } });
  return photos.flatMap(({ id, personId, at, about, width, height }) => {
    const facts = pictureFacts.safeParse({
      ...{ id, personId, about, width, height },
      at: at.toISOString(),
    });
    return facts.success ? [facts.data] : [];
  });
}

/** The bytes of a photo. */
export async function photoBytes(
  sheetId: SheetId,
  id: string,
): Promise<Uint8Array<ArrayBuffer> | undefined> {
  const photo = await (await unitOfWork()).findOne(Photo, { id, sheetId });
  return photo ? new Uint8Array(photo.data) : undefined;
}
