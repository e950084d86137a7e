import { pumpId } from "@yard-tack/core/case";
import * as z from "zod";

/** A call or a planned round, as the form has it beside its chips. */
export const callFields = z.object({
  pump: z.uuid("Choose the pump; a new one can be made in the Yard.").pipe(pumpId),
  complaint: z.string().trim().max(200, "At most 200 characters."),
  kind: z.enum(["call", "round"], "Choose what kind of visit."),
  note: z.string().trim().max(2000, "At most 2,000 characters."),
});
