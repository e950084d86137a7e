/** The short code on a pump's tag: the first eight digits of its id, in two groups. */

/** "3f2a91c2-…" → "3F2A-91C2". */
export const codeOf = (pumpId: string): string =>
  `${pumpId.slice(0, 4)}-${pumpId.slice(4, 8)}`.toUpperCase();

const CODE = /^([0-9a-f]{4})[-\s]?([0-9a-f]{4})$/i;

/**
 * The code in what was typed or scanned: itself, or the end of an address of ours (".../t/3F2A-91C2").
 * @returns eight lower-case digits; undefined when it is neither
 */
export function readCode(text: string): string | undefined {
  const last = text.trim().split("/").at(-1) ?? "";
  const found = CODE.exec(last);
  return found ? `${found[1]}${found[2]}`.toLowerCase() : undefined;
}
