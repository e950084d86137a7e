/** Entries of earlier versions, carried forward to the one in use. */
import { fail, ok, type Result } from "../quantity/index.ts";

/** Version entries are written in. */
export const ENTRY_VERSION = 2;

/** Most entries a device sends at a time. */
export const MOST_ENTRIES = 200;

type Json = Readonly<Record<string, unknown>>;

/**
 * Brings an entry to the present version; one of the present version comes back as it is.
 * Fails for a version this program does not know, or a note whose key means nothing.
 */
export function upgradeEntry(json: Json): Result<Json, string> {
  if (json["version"] === undefined) return fromFirst(json);
  if (json["version"] === ENTRY_VERSION) return ok(json);
  return fail("It was written by a newer version of Yard Tack.");
}

/**
 * Version 1 had no chain but for readings, and notes by a key with dots:
 * `plate.motor.current`, `gauge.<instrument>.height`, `dead.l1-l2`.
 */
function fromFirst(json: Json): Result<Json, string> {
  const { key, text, ...rest } = json;
  const entry = { supersedes: null, ...rest, version: ENTRY_VERSION };
  if (json["kind"] !== "note") return ok(entry);
  const value = typeof text === "string" && text !== "" ? text : null;
  const note = typeof key === "string" ? noteOfKey(key, value) : undefined;
  return note ? ok({ ...entry, note }) : fail("It notes something that is not known.");
}

type FromKey = (rest: readonly string[], value: string | null) => Json;

const yes = (value: string | null) => (value === null ? null : "yes");

/** By the first word of the key. */
const BY_HEAD: ReadonlyMap<string, FromKey> = new Map<string, FromKey>([
  ["call", (_, value) => ({ topic: "words", about: "call", value })],
  ["look", (_, value) => ({ topic: "words", about: "look", value })],
  ["rotation", (_, value) => ({ topic: "words", about: "rotation", value })],
  ["test", ([test], value) => ({ topic: "test-words", test, value })],
  ["noafter", ([test], value) => ({ topic: "no-after", test, value })],
  [
    "isolation",
    ([what], value) =>
      what === "by" ? { topic: "isolated-by", value } : { topic: "locked", value: yes(value) },
  ],
  ["dead", ([check], value) => ({ topic: "dead", check, value })],
  ["plate", ([plate, field], value) => ({ topic: "plate", plate, field, value })],
  ["unread", ([plate, field], value) => ({ topic: "unreadable", plate, field, value: yes(value) })],
  ["gauge", ([instrument, fact], value) => ({ topic: "gauge", instrument, fact, value })],
  ["zero", ([instrument], value) => ({ topic: "zero", instrument, value })],
  ["with", ([side], value) => ({ topic: "read-with", side, value })],
  ["volts", (_, value) => ({ topic: "volts-between", value })],
  ["stop", ([stop], value) => ({ topic: "stop", stop, value: yes(value) })],
  ["tag", (_, value) => ({ topic: "tag", value })],
  ["opened", (_, value) => ({ topic: "opened", value: yes(value) })],
  ["gone", ([picture], value) => ({ topic: "picture-gone", picture, value })],
]);

function noteOfKey(key: string, value: string | null): Json | undefined {
  const [head = "", ...rest] = key.split(".");
  return BY_HEAD.get(head)?.(rest, value);
}
