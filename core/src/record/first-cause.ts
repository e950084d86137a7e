/** How often the Board's first cause was what it really was: how the tool learns how good it is. */
import type { CauseId } from "../case/index.ts";
import { causeRow } from "../diagnosis/index.ts";
import { K95 } from "../quantity/index.ts";

/** A signed visit of which somebody said what it really was. */
export interface SettledVisit {
  readonly was: CauseId;
  /** As the Board had them when it was signed, likeliest first. */
  readonly causes: readonly { readonly id: string; readonly probability: number }[];
}

export interface Share {
  readonly right: number;
  readonly of: number;
  /** 95 % band of the share that so few visits leave open, 0 to 1 (Wilson's). */
  readonly low95: number;
  readonly high95: number;
}

export interface FirstCauses {
  readonly first: Share;
  /** Among the first three. */
  readonly three: Share;
  /** The first, of visits where the Board held it {@link SURE} or more likely. */
  readonly whenSure: Share;
}

/** From here on a person acts without asking further. */
export const SURE = 0.9;

/** Whether a cause the Board named is what it was; what no reading can tell apart from it counts as it. */
export function isWhatItWas(id: string, was: CauseId): boolean {
  return id === was || (causeRow(was).inseparable ?? []).some((other) => other === id);
}

/** Counts of visits the Board said something about. */
export function firstCauses(visits: readonly SettledVisit[]): FirstCauses {
  const told = visits.filter((v) => v.causes.length > 0);
  const hit = (v: SettledVisit, among: number) =>
    v.causes.slice(0, among).some((c) => isWhatItWas(c.id, v.was));
  const sure = told.filter((v) => (v.causes[0]?.probability ?? 0) >= SURE);
  return {
    first: shareOf(told.filter((v) => hit(v, 1)).length, told.length),
    three: shareOf(told.filter((v) => hit(v, 3)).length, told.length),
    whenSure: shareOf(sure.filter((v) => hit(v, 1)).length, sure.length),
  };
}

/** A share with the band that its count leaves open (Wilson's score interval). */
export function shareOf(right: number, of: number): Share {
  if (of === 0) return { right, of, low95: 0, high95: 1 };
  const p = right / of;
  const z2 = K95 ** 2 / of;
  const centre = p + z2 / 2;
  const half = K95 * Math.sqrt((p * (1 - p)) / of + z2 / (4 * of));
  return {
    right,
    of,
    low95: Math.max(0, (centre - half) / (1 + z2)),
    high95: Math.min(1, (centre + half) / (1 + z2)),
  };
}
