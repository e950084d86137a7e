/** A fire-water pump is judged by its three points: what they say of the leading cause. */
import type { CauseId } from "../case/index.ts";
import { fireStudy, type FireRowName, type Situation } from "../visit/index.ts";

const POINTS: Readonly<Record<FireRowName, string>> = {
  shutOff: "churn",
  rated: "rated flow",
  overload: "150 % flow",
};

/** A point of the rule that is failed by more than the gauges can be off, under a pump called sound. */
export function failedPoints(situation: Situation, leader: CauseId | undefined): string[] {
  if (leader !== "healthy") return [];
  const failed = (fireStudy(situation)?.rows ?? []).filter((r) => r.verdict === "fail" && !r.near);
  if (failed.length === 0) return [];
  return [
    `By the three-point rule it fails at ${failed.map((r) => POINTS[r.name]).join(" and ")}: that is not a pump in order. Read that point again by another gauge, then look inside.`,
  ];
}

/** That it still passes, under a cause that would have it worn. */
export function passedAll(situation: Situation, leader: CauseId | undefined): string[] {
  const study = leader === "healthy" ? undefined : fireStudy(situation);
  const sure = study?.overall === "pass" && study.rows.every((r) => !r.near);
  return sure ? ["By the three-point rule it still passes at all three points."] : [];
}
