/** Ids made on this device; also on a phone that opens the site over plain HTTP. */
import type { EntryId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";

export type { EntryId };

/** A new id of an entry, or one that came back from the server as text. */
export const entryId = (known: string = newId()): EntryId => known as EntryId;

/** The id of an entry as it is kept; whatever it is, it had one when it was made. */
export const idOf = (entry: unknown): string =>
  typeof entry === "object" && entry !== null && "id" in entry ? String(entry.id) : "";
