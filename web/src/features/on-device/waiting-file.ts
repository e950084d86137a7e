/** What waits on this device as a file, and such a file of another device taken in. */
import { entryId, personId, sheetId } from "@yard-tack/core/case";
import { pictureFacts } from "@yard-tack/core/visit";
import * as z from "zod";
import { proof } from "@/access";
import { everythingKept, type KeptPhoto, takeIn } from "@/features/device";

const FORMAT = "yard-tack/waiting";
/** Larger than a device can have kept in a season [bytes]. */
export const LARGEST_FILE = 400_000_000;

const photo = z.object({ ...pictureFacts.shape, sheetId, data: z.base64() });
const anEntry = z.looseObject({ id: entryId, personId });

const waitingFile = z.object({
  format: z.literal(FORMAT),
  version: z.literal(1),
  written: z.string(),
  entries: z.array(z.object({ id: entryId, sheetId, entry: anEntry })),
  photos: z.array(photo),
  calls: z.array(z.object({ sheetId, call: z.looseObject({ personId }) })).default([]),
  signatures: z
    .array(z.object({ sheetId, personId, at: z.string(), form: z.looseObject({}) }))
    .default([]),
  /** What shows who wrote it. */
  proofs: z.array(z.object({ id: z.string(), proof })).default([]),
  /** What the server did not take, with its reason: to be read by a person. */
  aside: z.array(z.unknown()),
  drafts: z.array(z.unknown()),
});

/** Everything that waits here, in the order it was made; pictures in it. */
export async function waitingAsFile(now: Date): Promise<string> {
  const { entries, photos, aside, drafts, calls, signatures, proofs } = await everythingKept();
  const file: z.input<typeof waitingFile> = {
    format: FORMAT,
    version: 1,
    written: now.toISOString(),
    entries: entries.map(({ id, sheetId: of, entry }) => ({
      id,
      sheetId: of,
      entry: entry as z.input<typeof anEntry>,
    })),
    photos: await Promise.all(
      photos.map(async ({ blob, ...facts }) => ({ ...facts, data: await base64(blob) })),
    ),
    calls: calls.map(({ sheetId: of, call }) => ({
      sheetId: of,
      call: call as { personId: string },
    })),
    signatures: signatures.map(({ form, ...s }) => ({
      ...s,
      form: form as Record<string, unknown>,
    })),
    proofs: [...proofs],
    aside: [...aside],
    drafts: [...drafts],
  };
  return `${JSON.stringify(file, null, 1)}\n`;
}

export type TakenIn =
  | { readonly ok: true; readonly fresh: number; readonly inAll: number }
  | { readonly ok: false; readonly message: string };

/** Takes a file of another device in: what it kept is sent from here. Whole or not at all. */
export async function takeFileIn(text: string): Promise<TakenIn> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, message: "This is no file of another device, or only a part of one." };
  }
  const file = waitingFile.safeParse(json);
  if (!file.success) {
    const [issue] = file.error.issues;
    const where = issue?.path.join(".") ?? "";
    return {
      ok: false,
      message: `This is no file of what waits on a device: ${where === "" ? "" : `${where}: `}${issue?.message ?? ""} Nothing was taken in.`,
    };
  }
  const { entries, photos, calls, signatures, proofs } = file.data;
  const blobs = photos.map(({ data, ...facts }): KeptPhoto => ({
    ...facts,
    blob: new Blob([Uint8Array.from(atob(data), (c) => c.charCodeAt(0))], { type: "image/jpeg" }),
  }));
  const fresh = await takeIn(entries, blobs, calls, signatures, proofs);
  const inAll = entries.length + photos.length + calls.length + signatures.length;
  return { ok: true, fresh, inAll };
}

async function base64(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = "";
  // In pieces: a call takes so many arguments and no more.
  for (let i = 0; i < bytes.length; i += 32_768)
    text += String.fromCharCode(...bytes.subarray(i, i + 32_768));
  return btoa(text);
}
