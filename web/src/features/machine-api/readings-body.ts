import { POSITIONS } from "@yard-tack/core/case";
import * as z from "zod";

const MOST = 50;

/** What is sent. `at` is when it was read: the same request repeated says the same. */
export const readingsBody = z.strictObject({
  at: z.iso.datetime({ offset: true }),
  snapshot: z.enum(POSITIONS).default("as found"),
  readings: z
    .array(z.strictObject({ slot: z.string().max(60), raw: z.string().min(1).max(120) }))
    .min(1, "There is no reading.")
    .max(MOST, `At most ${MOST} readings at a time.`),
});
