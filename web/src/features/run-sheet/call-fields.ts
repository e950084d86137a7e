import { personId, sheetId } from "@yard-tack/core/case";
import * as z from "zod";
import { WALL_TIME } from "@/shell/times";

/** What of a call can be put right later. */
export const callChange = z
  .object({
    sheet: z.uuid("Load the page again.").pipe(sheetId),
    kind: z.enum(["call", "round"], "Choose what kind of visit."),
    complaint: z.string().trim().max(200, "At most 200 characters."),
    due: z.string().regex(WALL_TIME, "Choose a day and a time."),
  })
  .refine((c) => c.kind === "round" || c.complaint !== "", {
    path: ["complaint"],
    message: "Say what is wrong, in a line.",
  });

/** Whose a call is; nobody's when it is empty. */
export const callGiven = z.object({
  sheet: z.uuid("Load the page again.").pipe(sheetId),
  to: z.union(
    [z.literal("").transform(() => null), z.uuid().pipe(personId)],
    "Choose somebody, or nobody in particular.",
  ),
});

/** What a round found, in a line. */
export const roundFound = z.object({
  sheet: z.uuid("Load the page again.").pipe(sheetId),
  complaint: z.string().trim().min(1).max(200),
});

/** Why a call needs no visit any more. */
export const callingOff = z.object({
  sheet: z.uuid("Load the page again.").pipe(sheetId),
  reason: z
    .string()
    .trim()
    .min(1, "Say why nobody needs to go: it stands in the log.")
    .max(500, "At most 500 characters."),
});
