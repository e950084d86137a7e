/** What goes from the device to the server. */
import type { EntryId, SheetId } from "@yard-tack/core/case";
import type { KeptPhoto } from "./outbox";

/** What the server says of what was sent. */
export type Answer =
  | {
      readonly ok: true;
      readonly kept: readonly { readonly id: string; readonly order: number | null }[];
      readonly refused: readonly { readonly id: string; readonly reason: string }[];
      readonly retired: boolean;
      readonly late: boolean;
    }
  | { readonly ok: false; readonly status: number; readonly message: string };

/** As much of an answer as is looked at; anything may be missing. */
interface AnswerBody {
  readonly kept?: string | readonly { readonly id: EntryId; readonly order: number }[];
  readonly refused?: readonly { readonly id: string; readonly reason: string }[];
  readonly retired?: boolean;
  readonly late?: boolean;
  readonly errors?: readonly { readonly message: string }[];
}

async function send(address: string, request: RequestInit): Promise<Answer> {
  try {
    const answer = await fetch(address, request);
    const body = (await answer.json()) as AnswerBody;
    // Each entry that was refused is named: then the others were looked at too.
    if (answer.ok || body.refused) {
      const { kept = [] } = body;
      return {
        ok: true,
        kept: typeof kept === "string" ? [{ id: kept, order: null }] : kept,
        refused: body.refused ?? [],
        retired: body.retired === true,
        late: body.late === true,
      };
    }
    const message = body.errors?.[0]?.message ?? "The server refused it.";
    return { ok: false, status: answer.status, message };
  } catch {
    return { ok: false, status: 0, message: "no answer" };
  }
}

export const postEntries = (sheetId: SheetId, entries: readonly unknown[]): Promise<Answer> =>
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
