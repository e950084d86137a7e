/** Whether a pump asks for more NPSH than it did: what it bore without crackling, and at what it crackled. */
import { formatNumber, K95 } from "../quantity/index.ts";
import { leadingSnapshot, partsOf, situationOf } from "../visit/index.ts";
import { monthWords } from "./months.ts";
import { byTime, type YearVisit } from "./year-visit.ts";

/** A visit at which somebody listened and the suction was read. */
interface Listened {
  readonly at: string;
  readonly crackled: boolean;
  /** NPSH available over what the sheet asks at that flow, and its standard uncertainty. */
  readonly ratio: number;
  readonly u: number;
}

function listened(visit: YearVisit): Listened[] {
  const { present = [], absent = [] } = visit.file.observations ?? {};
  const crackled = present.includes("noise.gravel");
  if (!crackled && !absent.includes("noise.gravel") && !present.includes("noise.none")) return [];
  const situation = situationOf(visit.file);
  const snapshot = leadingSnapshot(situation);
  if (!snapshot?.running) return [];
  const { available, required } = partsOf(situation, snapshot).npsh;
  if (!available || !required || !(available.value > 0)) return [];
  return [{ at: visit.at, crackled, ratio: available.value / required, u: available.u / required }];
}

/**
 * A visit that crackles at more NPSH than another bore in silence. Both are held against what the sheet asks at their own
 * flow, so that neither flow nor level has to be the same.
 * @returns undefined with fewer than two visits at which somebody listened
 */
export function npshAsked(visits: readonly YearVisit[]): string | undefined {
  const heard = byTime(visits).flatMap(listened);
  if (heard.length < 2) return undefined;
  const least = (of: readonly Listened[]) => of.toSorted((a, b) => a.ratio - b.ratio)[0];
  const times = (v: number) => `${formatNumber(v, 2)} times`;
  const loud = heard.filter((h) => h.crackled);
  const last = loud.at(-1);
  const bore = last && least(heard.filter((h) => !h.crackled && h.at < last.at));
  if (last && bore) {
    const doubt = K95 * Math.hypot(last.u / last.ratio, bore.u / bore.ratio);
    const grown = (last.ratio / bore.ratio) * (1 - doubt);
    const told = `In ${monthWords(bore.at)} it ran without a crackle at ${times(bore.ratio)} the NPSH its sheet asks; in ${monthWords(last.at)} it crackled at ${times(last.ratio)}`;
    if (grown > 1)
      return `${told}: it asks for at least ${times(grown)} what it did, the gauges' doubt taken off. A worn or rough eye of the wheel asks for more; air in the water sounds alike.`;
    if (last.ratio > bore.ratio)
      return `${told}: the gauges can be off by that much, so that it asks for more NPSH than it did is not proven.`;
    return `${told}: that it asks for more than it did does not follow.`;
  }
  const quiet = least(heard.filter((h) => !h.crackled));
  if (loud.length === 0 && quiet)
    return `It never crackled, down to ${times(quiet.ratio)} the NPSH its sheet asks (${monthWords(quiet.at)}): nothing says that it asks for more than it did.`;
  return undefined;
}
