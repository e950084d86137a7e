/** What a case file that is brought in says to the server. */
import * as z from "zod";

export const caseFields = z.object({
  /** The file, as it is. */
  text: z.string().max(1_000_000, "A case file has at most 1 MB."),
  name: z.string().max(200),
  tag: z.string().trim().min(1, "A pump needs a tag.").max(60, "At most 60 characters."),
  place: z.string().trim().min(1, "Say the place.").max(120, "At most 120 characters."),
  zone: z.string().max(60),
});
export type CaseForm = z.input<typeof caseFields>;

export const caseAnswer = z.object({ pump: z.string() });
