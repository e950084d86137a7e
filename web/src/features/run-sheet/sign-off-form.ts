/** What is signed, as it is sent; what is wrong with it is said at its field. */
import { CAUSE_IDS, CLOSINGS } from "@yard-tack/core/case";
import * as z from "zod";
import { PROMISE_KINDS } from "@/db";
import { WALL_TIME } from "@/shell/times";

const words = z.string("A text is needed.").trim().max(4000, "At most 4,000 characters.");

export const signOffForm = z.object({
  closed: z.enum(CLOSINGS, "Choose how the visit ends."),
  found: words.min(1, "Say in a few words what was found."),
  done: words,
  proof: words,
  was: z.enum(CAUSE_IDS, "Choose a cause from the list.").nullable(),
  /** What is promised for later, its day by the clock there. */
  promises: z
    .array(
      z.object({
        kind: z.enum(PROMISE_KINDS),
        what: z.string().trim().min(1, "Say what is promised.").max(300, "At most 300 characters."),
        due: z.string().regex(WALL_TIME, "Choose a day and a time for what is promised."),
      }),
    )
    .max(20, "At most twenty promises."),
  /** Why its readings become the pump's fingerprint; empty when they do not. */
  fingerprint: words.max(200, "At most 200 characters."),
});

/** What is sent; how the visit ends may still be missing, which is refused in words. */
export type SignOffForm = Omit<z.input<typeof signOffForm>, "closed"> & { readonly closed: string };
export type SignOffOutcome =
  | { readonly ok: true; readonly logEntryId: string }
  | { readonly ok: false; readonly message: string; readonly field?: string };
