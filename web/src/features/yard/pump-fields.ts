import { FAMILIES, INSTALLATIONS } from "@yard-tack/core/case";
import * as z from "zod";

/** A pump of no more than a tag and a family, as the form has it. */
export const pumpFields = z.object({
  tag: z.string().trim().min(1, "A pump needs a tag.").max(60, "At most 60 characters."),
  family: z.enum(FAMILIES, "Choose the family."),
  installation: z.enum(INSTALLATIONS, "Choose how it stands.").or(z.literal("")),
  site: z.uuid("Choose the place.").or(z.literal("new")),
  siteName: z.string().trim().max(120, "At most 120 characters."),
  purpose: z.string().trim().max(200, "At most 200 characters."),
});
