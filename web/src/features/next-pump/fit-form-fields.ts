/** What is noted for the next pump, as the browser and the server both judge it. */
import { FIT_FIELDS } from "@yard-tack/core/report";
import { pumpId } from "@yard-tack/core/case";
import * as z from "zod";

const words = z.string().trim().max(200, "At most 200 characters.");
const day = z
  .string()
  .refine((text) => text === "" || z.iso.date().safeParse(text).success, "Choose a day.");

const fields: Record<string, z.ZodType<string, string>> = Object.fromEntries(
  FIT_FIELDS.map((f) => [f.key, f.holds === "day" ? day : words]),
);

export const fitFields = z.object({
  pump: z.uuid("Load the page again.").pipe(pumpId),
  /** The row it is made from; empty for none. */
  basedOn: z.union([z.literal(""), z.uuid("Load the page again.")]),
  facts: z.object(fields).partial(),
});
export type FitForm = z.input<typeof fitFields>;
