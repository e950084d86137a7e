import { pumpId } from "@yard-tack/core/case";
import * as z from "zod";
import { WALL_TIME } from "@/shell/times";

/** A call or a planned round, as the form has it beside its chips. */
export const callFields = z.object({
  pump: z.uuid("Choose the pump; a new one can be made in the Yard.").pipe(pumpId),
  complaint: z.string().trim().max(200, "At most 200 characters."),
  kind: z.enum(["call", "round"], "Choose what kind of visit."),
  /** By the clock at the pump; empty is now. */
  due: z.union(
    [z.literal(""), z.string().regex(WALL_TIME)],
    "Choose a day and a time, or leave it empty.",
  ),
  note: z.string().trim().max(2000, "At most 2,000 characters."),
});
