/** What goes from the device to the server. */
import type { EntryId, SheetId } from "@yard-tack/core/case";
import { ask } from "./ask";
import { isFinal } from "./final";
import { idOf } from "./ids";
import { callOf, forgetCall, keepCall } from "./kept-forms";
import { proofsOf } from "./session-key";
import type { KeptPhoto, KeptSignature } from "./store";

/** What the server says of what was sent. */
export type Answer =
  | {
      readonly ok: true;
      readonly kept: readonly { readonly id: string; readonly order: number | null }[];
      readonly refused: readonly RefusedOne[];
      readonly retired: boolean;
      readonly late: boolean;
    }
  | {
      readonly ok: false;
      readonly status: number;
      readonly message: string;
      readonly waitsFor?: string;
    };

/** What the server did not take, and why; it may go when somebody else is signed in. */
export interface RefusedOne {
  readonly id: string;
  readonly reason: string;
  readonly waitsFor?: string;
}

/** As much of an answer as is looked at; anything may be missing. */
interface AnswerBody {
  readonly kept?: string | readonly { readonly id: EntryId; readonly order: number }[];
  readonly refused?: readonly RefusedOne[];
  readonly waitsFor?: string;
  readonly retired?: boolean;
  readonly late?: boolean;
  readonly errors?: readonly { readonly message: string }[];
}

async function send(address: string, request: RequestInit): Promise<Answer> {
  try {
    const answer = await ask(address, request);
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
    return { ok: false, status: answer.status, message, ...waitingFor(body) };
  } catch {
    return { ok: false, status: 0, message: "no answer" };
  }
}

const waitingFor = ({ waitsFor }: { readonly waitsFor?: string }) =>
  waitsFor === undefined ? {} : { waitsFor };

/** What there is of it; a device that cannot tell sends without. */
const shownBy = (ids: readonly string[]) => proofsOf(ids).catch(() => ({}) as never);

/** What is said of a sheet whose call the server did not take. */
const NO_CALL = "The server did not take its call: see what waits.";

/** Sends the call of a sheet that was taken here, if there is one still; what stands in the way, or null. */
export async function callFirst(sheetId: SheetId): Promise<Extract<Answer, { ok: false }> | null> {
  const kept = await callOf(sheetId).catch(() => undefined);
  if (!kept) return null;
  if (kept.refused !== undefined) return { ok: false, status: 0, message: NO_CALL };
  const answer = await send(`/api/sheets/${sheetId}`, {
    method: "PUT",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({
      ...(kept.call as object),
      proof: (await shownBy([sheetId]))[sheetId],
    }),
  });
  if (answer.ok) {
    await forgetCall(sheetId);
    return null;
  }
  if (!isFinal(answer.status)) return answer;
  await keepCall({ ...kept, refused: answer.message, ...waitingFor(answer) });
  return { ok: false, status: 0, message: NO_CALL };
}

/** Entries of one sheet, in their order. What cannot go is named one by one, with its reason. */
export const postEntries = async (sheetId: SheetId, entries: readonly unknown[]): Promise<Answer> =>
  (await callFirst(sheetId)) ?? sendEntries(sheetId, entries);

const refusedOne = (
  id: string,
  { message, ...more }: { readonly message: string; readonly waitsFor?: string },
): Answer => ({
  ...{ ok: true, kept: [], retired: false, late: false },
  refused: [{ id, reason: message, ...waitingFor(more) }],
});

/** Refused for what is in the body, not for the sheet that it is for. */
const OF_THE_BODY = [400, 413, 422];

async function sendEntries(sheetId: SheetId, entries: readonly unknown[]): Promise<Answer> {
  const answer = await send(`/api/sheets/${sheetId}/entries`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ entries, proofs: await shownBy(entries.map(idOf)) }),
  });
  if (answer.ok || !OF_THE_BODY.includes(answer.status)) return answer;
  // One of them spoils all: it is found by halves, and the others go.
  if (entries.length === 1) return refusedOne(idOf(entries[0]), answer);
  const middle = Math.ceil(entries.length / 2);
  const first = await sendEntries(sheetId, entries.slice(0, middle));
  if (!first.ok) return first;
  const second = await sendEntries(sheetId, entries.slice(middle));
  // What was kept of the first half is told now; the rest is asked for again.
  if (!second.ok) return first;
  return {
    ok: true,
    kept: [...first.kept, ...second.kept],
    refused: [...first.refused, ...second.refused],
    retired: first.retired || second.retired,
    late: first.late || second.late,
  };
}

/** A picture. One that the server does not take is named with its reason. */
export async function putPhoto(photo: KeptPhoto): Promise<Answer> {
  const { id, sheetId, personId, at, about, width, height, blob } = photo;
  const before = await callFirst(sheetId);
  if (before) return before;
  const facts = new URLSearchParams({
    personId,
    at,
    about,
    width: String(width),
    height: String(height),
  });
  const proof = (await shownBy([id]))[id];
  const answer = await send(`/api/sheets/${sheetId}/photos/${id}?${facts.toString()}`, {
    method: "PUT",
    headers: {
      "content-type": "image/jpeg",
      ...(proof ? { "x-written-by": `${proof.key} ${proof.signature}` } : {}),
    },
    body: blob,
  });
  return !answer.ok && isFinal(answer.status) ? refusedOne(id, answer) : answer;
}

/** What the server says of a signature. */
export type SignatureAnswer =
  | { readonly ok: true; readonly logEntryId: string }
  /** It looked at it, and it cannot be so. */
  | { readonly ok: false; readonly refused: NonNullable<KeptSignature["refused"]> }
  | { readonly ok: false; readonly status: number };

/** As much of an answer to a signature as is looked at. */
interface SignatureBody {
  readonly ok?: boolean;
  readonly logEntryId?: string;
  readonly message?: string;
  readonly field?: string;
  readonly waitsFor?: string;
  readonly errors?: readonly { readonly message: string }[];
}

/** Signs: once, however often it is asked. */
export async function putSignature(signature: KeptSignature): Promise<SignatureAnswer> {
  const { sheetId, personId, at, form } = signature;
  const before = await callFirst(sheetId);
  if (before) return { ok: false, status: before.status };
  try {
    const answer = await ask(`/api/sheets/${sheetId}/signature`, {
      method: "PUT",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ personId, at, form }),
    });
    const body = (await answer.json()) as SignatureBody;
    if (body.ok && body.logEntryId !== undefined) return { ok: true, logEntryId: body.logEntryId };
    const message = body.message ?? body.errors?.[0]?.message ?? "The server refused it.";
    // Who is signed in, a server that is busy or not well: that may be otherwise in a moment.
    if (!isFinal(answer.status)) return { ok: false, status: answer.status };
    const field = body.field ? { field: body.field } : {};
    return { ok: false, refused: { message, ...field, ...waitingFor(body) } };
  } catch {
    return { ok: false, status: 0 };
  }
}
