/** What goes from the device to the server. */
import type { SheetEntry } from "./entries";
import type { KeptPhoto } from "./outbox";

type Answer =
  | { readonly ok: true; readonly kept: readonly string[]; readonly retired: boolean }
  | { readonly ok: false; readonly status: number; readonly message: string };

async function send(address: string, request: RequestInit): Promise<Answer> {
  try {
    const answer = await fetch(address, request);
    const body = (await answer.json()) as {
      kept?: string | string[];
      retired?: boolean;
      message?: string;
    };
    return answer.ok
      ? { ok: true, kept: [body.kept ?? []].flat(), retired: body.retired === true }
      : { ok: false, status: answer.status, message: body.message ?? "refused" };
  } catch {
    return { ok: false, status: 0, message: "no answer" };
  }
}

export const postEntries = (sheetId: string, entries: readonly SheetEntry[]): Promise<Answer> =>
  send(`/api/sheets/${sheetId}/entries`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ entries }),
  });

export function putPhoto(photo: KeptPhoto): Promise<Answer> {
  const { id, sheetId, personId, at, about, width, height, blob } = photo;
  const facts = new URLSearchParams({
    personId,
    at,
    about,
    width: String(width),
    height: String(height),
  });
  return send(`/api/sheets/${sheetId}/photos/${id}?${facts.toString()}`, {
    method: "PUT",
    headers: { "content-type": "image/jpeg" },
    body: blob,
  });
}
