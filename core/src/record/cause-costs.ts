/** What each cause took of visits and hours, and how often it came back on the same pump. */
import type { CauseId } from "../case/index.ts";
import { shareOf, type Share } from "./first-cause.ts";

/** A signed visit that ended with a cause. */
export interface CausedVisit {
  /** ISO 8601. */
  readonly at: string;
  readonly pump: string;
  readonly cause: CauseId;
  /** As it was noted [s]; undefined where nobody noted it. */
  readonly time: number | undefined;
}

export interface CauseCost {
  readonly cause: CauseId;
  readonly visits: number;
  readonly pumps: number;
  /** Of the visits that noted one [s]. */
  readonly time: number;
  readonly timed: number;
  /** Visits after which the same pump had the same cause again within the days. */
  readonly cameBack: Share;
}

/** The same cause on the same pump within so many days is the same trouble. */
export const CAME_BACK_DAYS = 90;
const DAY_MS = 86_400_000;

/**
 * By cause, those with most visits first.
 * @param now - visits whose days are not over yet are not judged: they may still come back
 */
export function causeCosts(visits: readonly CausedVisit[], now: string): readonly CauseCost[] {
  const sorted = visits.toSorted((a, b) => a.at.localeCompare(b.at));
  const causes = [...new Set(sorted.map((v) => v.cause))];
  const until = (v: CausedVisit) => Date.parse(v.at) + CAME_BACK_DAYS * DAY_MS;
  return causes
    .map((cause): CauseCost => {
      const own = sorted.filter((v) => v.cause === cause);
      const timed = own.filter((v) => v.time !== undefined);
      const again = (v: CausedVisit) =>
        own.some((n) => n.pump === v.pump && n.at > v.at && Date.parse(n.at) <= until(v));
      const judged = own.filter((v) => again(v) || until(v) <= Date.parse(now));
      return {
        ...{ cause, visits: own.length, timed: timed.length },
        pumps: new Set(own.map((v) => v.pump)).size,
        time: timed.reduce((sum, v) => sum + (v.time ?? 0), 0),
        cameBack: shareOf(judged.filter(again).length, judged.length),
      };
    })
    .toSorted((a, b) => b.visits - a.visits || a.cause.localeCompare(b.cause));
}

/**
 * What a cause cost: so much a visit, so much an hour. Visits that noted no time are taken to be as long as those that did.
 * @returns undefined of the hours where none was timed: then only the visits count
 */
export function costOf(
  { visits, time, timed }: CauseCost,
  perVisit: number,
  perHour: number,
): { readonly money: number; readonly hours: number | undefined } {
  const hours = timed > 0 ? ((time / timed) * visits) / 3600 : undefined;
  return { money: visits * perVisit + (hours ?? 0) * perHour, hours };
}
