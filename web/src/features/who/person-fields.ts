import * as z from "zod";

/** Somebody new, as the form has it. */
export const personFields = z.object({
  name: z.string().trim().min(1, "A name is needed.").max(80, "At most 80 characters."),
  role: z.enum(["technician", "lead"], "Choose the work."),
  units: z.enum(["metric", "us"], "Choose the units."),
});
