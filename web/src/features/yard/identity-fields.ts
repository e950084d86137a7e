import { pumpId } from "@yard-tack/core/case";
import * as z from "zod";
import { isZone } from "@/shell/times";
import { pumpFields } from "./pump-fields";

/** What a pump is called and where it belongs, with its place's own name and zone. */
export const identityFields = z.object({
  ...pumpFields.omit({ installation: true }).shape,
  pump: z.uuid("Load the page again.").pipe(pumpId),
  version: z.string().regex(/^\d+$/, "Load the page again."),
  siteName: z.string().trim().min(1, "A place needs a name.").max(120, "At most 120 characters."),
  zone: z.string().refine(isZone, "Choose the time zone from the list."),
  /** "all": every pump of the place goes along, and the two places become one. */
  move: z.enum(["one", "all"]),
});
