import "server-only";
import { mayClose } from "@/access";
import type { Visitor } from "@/access/index.server";
import type { Refusal, SheetRecord } from "@/db";

export const ANOTHERS =
  "This call is somebody else's: they sign it, or a lead does. What you read is kept on it.";

/** The refusal of a signature under a call that is another's; undefined where it may be given. */
export const anothers = (by: Visitor, { sheet }: SheetRecord): Refusal | undefined =>
  mayClose(by, sheet.assignedTo) ? undefined : { field: "", message: ANOTHERS };
