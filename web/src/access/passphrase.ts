/** What a passphrase must be. */
import * as z from "zod";

export const SHORTEST_PASSPHRASE = 12;
/** Hashing takes time with length; nobody types more. */
export const LONGEST_PASSPHRASE = 200;

export const passphrase = z
  .string()
  .min(
    SHORTEST_PASSPHRASE,
    `At least ${SHORTEST_PASSPHRASE} characters: four or five words that only you would put together.`,
  )
  .max(LONGEST_PASSPHRASE, `At most ${LONGEST_PASSPHRASE} characters.`)
  .refine((text) => new Set(text).size >= 5, "Too few different characters.");
