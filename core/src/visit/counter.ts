/** What a counter of hours run shows, as it is typed. */
import { parseReading } from "../quantity/index.ts";
import { notedText, type VisitState } from "./fold.ts";

/** No pump has run longer than this [h]: a hundred years. */
const MOST_HOURS = 876_600;

/** Hours of a text; a bare number is hours, groups of three may be set apart. Undefined where it is no such number. */
export function readHours(text: string): number | undefined {
  const plain = text.replace(/(\d)[ \u00a0\u202f'](?=\d{3}(\D|$))/g, "$1").trim();
  const parsed = parseReading(/[a-z]\.?$/i.test(plain) ? plain : `${plain} h`, "time");
  if (!parsed.ok) return undefined;
  const hours = parsed.value.mean / 3600;
  return hours >= 0 && hours <= MOST_HOURS ? hours : undefined;
}

/** Hours run as noted on a visit; undefined where nobody read them or they are no number. */
export function hoursOf(state: Pick<VisitState, "notes">): number | undefined {
  const text = notedText(state, { topic: "hours-run" });
  return text === undefined ? undefined : readHours(text);
}
