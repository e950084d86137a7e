/** What goes from the device to the server. */
import type { EntryId, SheetId } from "@yard-tack/core/case";
import type { KeptPhoto, KeptSignature } from "./outbox";

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

/** What the server says of a signature. */
export type SignatureAnswer =
  | { readonly ok: true; readonly logEntryId: string }
  /** It looked at it, and it cannot be so. */
  | { readonly ok: false; readonly refused: { readonly message: string; readonly field?: string } }
  | { readonly ok: false; readonly status: number };

/** As much of an answer to a signature as is looked at. */
interface SignatureBody {
  readonly ok?: boolean;
  readonly logEntryId?: string;
  readonly message?: string;
  readonly field?: string;
  readonly errors?: readonly { readonly message: string }[];
}

/** Signs: once, however often it is asked. */
export async function putSignature(signature: KeptSignature): Promise<SignatureAnswer> {
  const { sheetId, personId, at, form } = signature;
  try {
    const answer = await fetch(`/api/sheets/${sheetId}/signature`, {
      method: "PUT",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ personId, at, form }),
    });
    const body = (await answer.json()) as SignatureBody;
    if (body.ok && body.logEntryId !== undefined) return { ok: true, logEntryId: body.logEntryId };
    const message = body.message ?? body.errors?.[0]?.message ?? "The server refused it.";
    // Who is signed in, a server that is busy or not well: that may be otherwise in a moment.
    const passes = answer.status === 401 || answer.status === 429 || answer.status >= 500;
    if (passes) return { ok: false, status: answer.status };
    return { ok: false, refused: { message, ...(body.field ? { field: body.field } : {}) } };
  } catch {
    return { ok: false, status: 0 };
  }
}
