/** Sends what waits on this device of every sheet, whatever page is open. */
import type { SheetId } from "@yard-tack/core/case";
import { isFinal } from "./final";
import { idOf } from "./ids";
import { callOf, forgetSignature, keepSignature, signatureOf } from "./kept-forms";
import { photosAcknowledged, photosRefused, photosWaiting, refusePhoto } from "./kept-photos";
import { acknowledged, asideOf, setAside, waiting } from "./outbox";
import {
  type Answer,
  callFirst,
  postEntries,
  putPhoto,
  putSignature,
  type RefusedOne,
} from "./post";
import { unsent } from "./unsent";

/** Sheets that are open in this tab: they send for themselves, and show that they do. */
const open = new Set<SheetId>();

/** @returns what ends it */
export function sendsForItself(sheet: SheetId): () => void {
  open.add(sheet);
  return () => open.delete(sheet);
}

/** What a batch of the longest entries is well below. */
const BATCH = 100;

/** How a send ended: all gone, or why it cannot go on with any sheet. */
type Way = "sent" | "no-answer" | "signed-out";

const wayOf = (answer: Extract<Answer, { ok: false }>): Way =>
  answer.status === 401 ? "signed-out" : "no-answer";

/**
 * Sends all that waits, sheet by sheet, each in the order in which it was made. What the server does not take is set aside
 * with its reason and holds nothing up. One tab at a time.
 * @param inTurn - waits for another that sends, and sends what is there then; otherwise that one is left to it
 */
export async function sendAll(inTurn = false): Promise<Way> {
  const send = async (): Promise<Way> => {
    for (const [sheet, of] of await unsent()) {
      if (open.has(sheet) || of.entries + of.photos + of.signatures + of.calls === 0) continue;
      const way = await sendSheet(sheet);
      if (way !== "sent") return way;
    }
    return "sent";
  };
  // Over plain HTTP there are no locks; what is sent twice is kept once.
  if (!("locks" in navigator)) return send();
  return navigator.locks.request("yard-send", { ifAvailable: !inTurn }, (lock) =>
    lock ? send() : "sent",
  );
}

async function sendSheet(sheet: SheetId): Promise<Way> {
  const told = new BroadcastChannel(`yard-sheet-${sheet}`);
  try {
    // A call that was refused holds up its own sheet and no other.
    if ((await callOf(sheet))?.refused !== undefined) return "sent";
    const before = await callFirst(sheet);
    if (before && !before.ok) return (await callOf(sheet))?.refused ? "sent" : wayOf(before);
    for (;;) {
      const batch = (await waiting(sheet)).slice(0, BATCH);
      if (batch.length === 0) break;
      const answer = await postEntries(sheet, batch);
      if (!answer.ok) {
        if (!isFinal(answer.status)) return wayOf(answer);
        await refuse(sheet, batch, (id) => ({ id, reason: answer.message }));
        continue;
      }
      await acknowledged(answer.kept.map((k) => k.id));
      told.postMessage({
        orders: answer.kept.flatMap(({ id, order }) => (order === null ? [] : [[id, order]])),
      });
      const refused = new Map(answer.refused.map((r) => [r.id, r]));
      await refuse(sheet, batch, (id) => refused.get(id));
      // An answer that names nothing of it would be asked for ever.
      if (answer.kept.length + answer.refused.length === 0) return "no-answer";
    }
    for (const photo of await photosWaiting(sheet)) {
      const answer = await putPhoto(photo);
      if (!answer.ok) return wayOf(answer);
      const [refused] = answer.refused;
      if (refused) await refusePhoto(photo.id, refused.reason, refused.waitsFor);
      else await photosAcknowledged([photo.id]);
    }
    return await sendSignature(sheet);
  } finally {
    told.close();
  }
}

/** Whether anything of a sheet is still to go, or was refused: a signature is behind all of it. */
export async function isBehind(sheet: SheetId): Promise<boolean> {
  const lists = await Promise.all([
    ...[waiting(sheet), photosWaiting(sheet)],
    ...[asideOf(sheet), photosRefused(sheet)],
  ]);
  return lists.some((list) => list.length > 0);
}

async function sendSignature(sheet: SheetId): Promise<Way> {
  const signature = await signatureOf(sheet);
  if (!signature || signature.refused || (await isBehind(sheet))) return "sent";
  const answer = await putSignature(signature);
  if (answer.ok) await forgetSignature(sheet);
  else if ("refused" in answer) await keepSignature({ ...signature, refused: answer.refused });
  else return answer.status === 401 ? "signed-out" : "no-answer";
  return "sent";
}

async function refuse(
  sheetId: SheetId,
  batch: readonly unknown[],
  refusalOf: (id: string) => RefusedOne | undefined,
): Promise<void> {
  const list = batch.flatMap((entry) => {
    const refusal = refusalOf(idOf(entry));
    return refusal ? [{ ...refusal, sheetId, entry }] : [];
  });
  if (list.length > 0) await setAside(list);
}
