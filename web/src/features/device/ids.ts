/** Ids made on this device; also on a phone that opens the site over plain HTTP. */
import type { EntryId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";

export type { EntryId };

/** A new id of an entry, or one that came back from the server as text. */
export const entryId = (known: string = newId()): EntryId => known as EntryId;
