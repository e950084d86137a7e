import "server-only";
import { sheetId } from "@yard-tack/core/case";
import { pictureFacts } from "@yard-tack/core/visit";
import * as z from "zod";
import { digestOf } from "@/access";
import { NOT_SHOWN, note, onRoute } from "@/access/index.server";
import { keepPhoto, photoBytes } from "@/db";
import { answering, isOfType, readBytes, refuse } from "@/edge";

/** What a phone's picture shrinks to is far below; anything above was not shrunk [bytes]. */
const LARGEST = 4 * 1024 * 1024;
const TOO_LARGE = "The picture is larger than 4 MB after shrinking.";
const NO_JPEG = "This is not a JPEG picture.";
const JPEG = [0xff, 0xd8, 0xff];

const REFUSALS = {
  "no-such-sheet": [404, "There is no such run sheet; the picture stays on this device."],
  stranger: [422, "Nobody here is known by the name it was taken under."],
  "other-content": [409, "Another picture has been kept under its number before."],
} as const;

/** PUT /api/sheets/:id/photos/:photo: a picture the device has turned upright and shrunk. */
export const receivePhoto = (request: Request, id: string, photoId: string): Promise<Response> =>
  answering("photo", async () => {
    const sheet = sheetId.safeParse(id);
    if (!sheet.success) return refuse(404, "There is no such run sheet.");
    const entered = await onRoute("work", { sheet: sheet.data });
    if (!entered.ok) return refuse(entered.status, entered.message);
    const query = Object.fromEntries(new URL(request.url).searchParams);
    const facts = pictureFacts.safeParse({ ...query, id: photoId });
    if (!facts.success) return refuse(422, "The picture came without saying what it shows.");
    if (!isOfType(request, "image/jpeg")) return refuse(415, NO_JPEG);
    if (Number(request.headers.get("content-length") ?? 0) > LARGEST) return refuse(413, TOO_LARGE);
    const bytes = await readBytes(request.body, LARGEST);
    if (!bytes) return refuse(413, TOO_LARGE);
    if (!JPEG.every((b, i) => bytes[i] === b)) return refuse(415, NO_JPEG);
    const { personId } = facts.data;
    const { id: sender } = entered.visitor;
    const content = { ...facts.data, digest: await digestOf(bytes) };
    const what = { kind: "photo", sheetId: sheet.data, content } as const;
    if (!(await entered.authors.wrote(personId, what, proofIn(request))))
      return refuse(422, NOT_SHOWN, { waitsFor: personId });
    const kept = await keepPhoto(sheet.data, facts.data, Buffer.from(bytes), new Date(), sender);
    if (kept === "kept") {
      if (sender !== personId) await note(sender, "sent for another", `${personId}: ${sheet.data}`);
      return Response.json({ kept: photoId });
    }
    const [status, message] = REFUSALS[kept];
    return refuse(status, message);
  });

/** What shows who took it, in a header of its own: the body is the picture. */
function proofIn(request: Request): unknown {
  const [key, signature] = (request.headers.get("x-written-by") ?? "").split(" ");
  return { key, signature };
}

/** GET of the same address. A picture never changes under its id. */
export const sendPhoto = (id: string, photoId: string): Promise<Response> =>
  answering("photo", async () => {
    const sheet = sheetId.safeParse(id);
    const known = z.uuid().safeParse(photoId).success;
    const entered = await onRoute("read", sheet.success ? { sheet: sheet.data } : undefined);
    if (!entered.ok) return refuse(entered.status, "There is no such picture.");
    const data = sheet.success && known ? await photoBytes(sheet.data, photoId) : undefined;
    if (!data) return refuse(404, "There is no such picture.");
    return new Response(data, {
      headers: {
        "content-type": "image/jpeg",
        "cache-control": "private, max-age=31536000, immutable",
        "x-content-type-options": "nosniff",
      },
    });
  });
