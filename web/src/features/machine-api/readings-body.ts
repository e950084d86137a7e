import { POSITIONS } from "@yard-tack/core/case";
import * as z from "zod";

/** Readings in one request. */
export const MOST_READINGS = 50;

/** What is sent. `at` is when it was read: the same request repeated says the same. */
export const readingsBody = z.strictObject({
  at: z.iso
    .datetime({ offset: true })
    .refine((at) => new Date(at).getUTCFullYear() >= 2020, "That is a clock that was never set."),
  snapshot: z.enum(POSITIONS).default("as found"),
  readings: z
    .array(z.strictObject({ slot: z.string().max(60), raw: z.string().min(1).max(120) }))
    .min(1, "There is no reading.")
    .max(MOST_READINGS, `At most ${MOST_READINGS} readings at a time.`),
});
