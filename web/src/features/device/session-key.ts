/**
 * What shows who wrote what waits here. Each session has a key on this device, and signs with it what it writes, in that moment:
 * whoever comes after it sends that on under its writer's name, and can add nothing to it.
 */
import { digestOf, makeKey, type Proof, publicHalf, signWritten, type Written } from "@/access";
import { v4 as newId } from "uuid";
import { ask } from "./ask";
import { idOf } from "./ids";
import { type KeptCall, type KeptPhoto, open } from "./store";

/**
 * Sees to it that the session that is open here has a key; one of another session goes. Without one what is written here goes
 * under its writer's own session alone.
 */
export async function haveKey(personId: string, session: string): Promise<void> {
  // A page over plain HTTP from another machine has no way to make one.
  if (!("subtle" in crypto)) return;
  const there = await (await open()).get("keys", "here");
  if (there?.session === session) return;
  const pair = await makeKey();
  const id = newId();
  const answer = await ask("/api/session-key", {
    method: "PUT",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ id, publicKey: await publicHalf(pair) }),
  });
  if (!answer.ok) return;
  const { privateKey } = pair;
  await (await open()).put("keys", { here: "here", id, session, personId, privateKey });
}

/** Nobody is signed in here any more: nothing more is signed. */
export async function forgetKey(): Promise<void> {
  await (await open()).delete("keys", "here");
}

/** Signs what somebody wrote, where the session that is open here is theirs. */
async function prove(id: string, personId: string, what: Written): Promise<void> {
  const key = await (await open()).get("keys", "here");
  if (!key || key.personId !== personId) return;
  const signature = await signWritten(key.privateKey, what);
  await (await open()).put("proofs", { id, proof: { key: key.id, signature } });
}

/** What is there of them of what shows who wrote these. */
export async function proofsOf(ids: readonly string[]): Promise<Readonly<Record<string, Proof>>> {
  const store = (await open()).transaction("proofs").store;
  const rows = await Promise.all(ids.map((id) => store.get(id)));
  return Object.fromEntries(rows.flatMap((row) => (row ? [[row.id, row.proof]] : [])));
}

const personOf = (what: unknown): string =>
  String((what as { readonly personId?: unknown } | null)?.personId);

/** Signs an entry as it is kept; a device that cannot leaves it to its writer's own session. */
export const proveEntry = (sheetId: string, entry: unknown): Promise<void> =>
  prove(idOf(entry), personOf(entry), { kind: "entry", sheetId, content: entry }).catch(
    () => undefined,
  );

/** {@link proveEntry} for a picture. */
export const provePhoto = (photo: KeptPhoto): Promise<void> =>
  photoContent(photo)
    .then((content) =>
      prove(photo.id, photo.personId, { kind: "photo", sheetId: photo.sheetId, content }),
    )
    .catch(() => undefined);

/** {@link proveEntry} for a call. */
export const proveCall = ({ sheetId, call }: KeptCall): Promise<void> =>
  prove(sheetId, personOf(call), { kind: "call", sheetId, content: call }).catch(() => undefined);

async function photoContent({ id, personId, at, about, width, height, blob }: KeptPhoto) {
  const digest = await digestOf(new Uint8Array(await blob.arrayBuffer()));
  return { id, personId, at, about, width, height, digest };
}
