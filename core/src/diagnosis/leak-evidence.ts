/** What a halving of the drawn suction line says of the causes. */
import type { CauseId } from "../case/index.ts";
import type { Situation } from "../visit/index.ts";
import type { EvidenceItem } from "./evidence.ts";
import type { CauseRow } from "./tables/causes/index.ts";

/**
 * Chance that the needle falls with the pipe on and holds without it. A pipe that is not the reason may seep a little all the
 * same; one that is leaks nearly always, since its joints are under the vacuum that they leak under. Judgement of the trade.
 */
const FALLS: Readonly<Partial<Record<CauseId, number>>> = {
  "suction-air-leak": 0.93,
  // Found with it more often than by chance: both come of years without care.
  "priming-device-fault": 0.12,
  "not-primed": 0.2,
};
const FALLS_ELSE = 0.07;

/** None where nobody searched, or what was found says nothing. */
export function leakSearchItem(
  { leakSearch, suctionParts }: Situation,
  causes: readonly CauseRow[],
): EvidenceItem[] {
  if (!leakSearch) return [];
  const { is, to } = leakSearch;
  const last = Math.max(1, suctionParts.length - 1);
  // Of a line that held, only what lay under the vacuum was searched.
  const searched = is === "held" ? (last - to) / last : 1;
  return [
    {
      kind: "search",
      id: "leak-search",
      search: leakSearch,
      logLikelihood: causes.map(({ id }) => {
        const falls = searched * (FALLS[id] ?? FALLS_ELSE);
        return Math.log(is === "fell" ? falls : 1 - falls);
      }),
    },
  ];
}
