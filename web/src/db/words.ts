/** Words as they are looked for: letters and figures only, the last of each open at its end. */
import type { Sites } from "./sites";

/** Words of one question; more would find nothing. */
const MOST_WORDS = 12;
const LONGEST_WORD = 60;

const cut = (text: string): readonly string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w !== "");

/** The words of a text, as `words_of` in the database cuts them. */
export const wordsIn = (text: string): readonly string[] =>
  cut(text)
    .slice(0, MOST_WORDS)
    .map((w) => w.slice(0, LONGEST_WORD));

interface HowAsked {
  /** Every word, or any of them. */
  readonly which?: "all" | "any";
  /** Numbers as they stand: where whole texts are searched, a 2 is not the beginning of 29. */
  readonly wholeNumbers?: boolean;
}

/**
 * A question for `@@`: its words, each as the beginning of one. What was written in one piece stands in one piece:
 * “LF-2” is no LF and no 2 elsewhere.
 * @returns undefined where there is no word to look for
 */
export function wordsAsked(
  text: string,
  { which = "all", wholeNumbers = false }: HowAsked = {},
): string | undefined {
  const open = (w: string) => (wholeNumbers && /^\d+$/.test(w) ? `'${w}'` : `'${w}':*`);
  const pieces = text
    .split(/\s+/u)
    .map((piece) => wordsIn(piece).map(open).join(" <-> "))
    .filter((piece) => piece !== "")
    .slice(0, MOST_WORDS);
  return pieces.length === 0
    ? undefined
    : pieces.map((p) => `(${p})`).join(which === "all" ? " & " : " | ");
}

/**
 * Of a person `w`: an entry of theirs lies at a place that may be seen. Other names are nobody's business there. Asked so that
 * an index answers also of somebody who signed nothing: of every place by what a person signed last, of some by their pumps.
 */
export const signedThere = (sites: Sites): { readonly sql: string; readonly values: string[] } =>
  sites === "all"
    ? {
        sql: "(select max(l.at) from log_entry l where l.person_id = w.id) is not null",
        values: [],
      }
    : {
        sql: `exists (select from pump p join log_entry l on l.pump_id = p.id
          where p.site_id = any(?::uuid[]) and l.person_id = w.id)`,
        values: [`{${sites.join(",")}}`],
      };

/** Of an entry `l`: nothing stands in its place. */
export const STANDS = "not exists (select from log_entry n where n.supersedes = l.id)";
