import "server-only";
import { appendRows, photoBytes, RunSheet, unitOfWork } from "@/db";
import * as z from "zod";
import { photoFacts } from "./entries";
import { problem } from "./receive";

/** What a phone's picture shrinks to is far below; anything above was not shrunk. */
const LARGEST = 4 * 1024 * 1024;
const JPEG = [0xff, 0xd8, 0xff];

/** PUT /api/sheets/:id/photos/:photo: a picture the device has turned upright and shrunk. */
export async function receivePhoto(
  request: Request,
  sheetId: string,
  photoId: string,
): Promise<Response> {
  if (!z.uuid().safeParse(sheetId).success) return problem(404, "There is no such run sheet.");
  const query = Object.fromEntries(new URL(request.url).searchParams);
  const facts = photoFacts.safeParse({ ...query, id: photoId });
  if (!facts.success) return problem(422, "The picture came without saying what it shows.");
  const declared = Number(request.headers.get("content-length") ?? 0);
  if (declared > LARGEST) return problem(413, "The picture is larger than 4 MB after shrinking.");
  const bytes = Buffer.from(await request.arrayBuffer());
  if (bytes.length > LARGEST)
    return problem(413, "The picture is larger than 4 MB after shrinking.");
  if (!JPEG.every((b, i) => bytes[i] === b)) return problem(415, "This is not a JPEG picture.");
  const em = await unitOfWork();
  const sheet = await em.findOne(RunSheet, { id: sheetId });
  if (!sheet) return problem(404, "There is no such run sheet; the picture stays on this device.");
  if (sheet.signedAt)
    return problem(409, "This sheet is signed; the picture stays on this device.");
  const row = { ...facts.data, at: new Date(facts.data.at), sheetId, data: bytes };
  try {
    await appendRows(em, "photo", [row], new Date());
  } catch {
    return problem(503, "The database did not take it; it stays on this device and is sent again.");
  }
  return Response.json({ kept: photoId });
}

/** GET of the same address. A picture never changes under its id. */
export async function sendPhoto(sheetId: string, photoId: string): Promise<Response> {
  const known = z.uuid().safeParse(sheetId).success && z.uuid().safeParse(photoId).success;
  const data = known ? await photoBytes(await unitOfWork(), sheetId, photoId) : undefined;
  if (!data) return problem(404, "There is no such picture.");
  return new Response(new Uint8Array(data), {
    headers: {
      "content-type": "image/jpeg",
      "cache-control": "private, max-age=31536000, immutable",
      "x-content-type-options": "nosniff",
    },
  });
}
