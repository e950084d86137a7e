/** What a list of the log is narrowed to, as its address has it. */
import { CAUSE_IDS, pumpId } from "@yard-tack/core/case";
import * as z from "zod";

const words = z.string().trim().max(120);
/** A calendar day that there is. */
const day = z.iso.date();

/** Keys of the address; what cannot be is left out, never an error. */
const KEYS = {
  find: words.min(1),
  site: z.uuid(),
  pump: pumpId,
  cause: z.enum(CAUSE_IDS),
  used: words.min(1),
  person: z.uuid(),
  from: day,
  until: day,
} as const;

type AskedKey = keyof typeof KEYS;
export type Asked = { readonly [K in AskedKey]?: z.output<(typeof KEYS)[K]> };

/** What an address asks for. */
export function askedOf(address: Readonly<Record<string, unknown>>): Asked {
  return Object.fromEntries(
    Object.entries(KEYS).flatMap(([key, schema]) => {
      const read = schema.safeParse(address[key]);
      return read.success ? [[key, read.data]] : [];
    }),
  );
}

/** The same as texts, for an address or to be kept. */
export const askedTexts = (asked: Asked): Record<string, string> =>
  Object.fromEntries(Object.entries(asked).filter(([, v]) => v !== undefined));

export const viewForm = z.object({
  name: z.string().trim().min(1, "A view needs a name.").max(60, "At most 60 letters."),
  /** The address's own query. */
  query: z.string().max(1500),
});
