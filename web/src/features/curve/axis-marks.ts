/** The four marks that give a picture its axes, in the order they are asked for. */
import type { PicturePoint } from "@yard-tack/core/sheet";

export interface Mark {
  readonly at: PicturePoint | null;
  readonly value: string;
}

export const MARKS = [
  { key: "flowLow", axis: "flow", say: "a figure low on the flow axis" },
  { key: "flowHigh", axis: "flow", say: "a figure high on the flow axis" },
  { key: "headLow", axis: "head", say: "a figure low on the head axis" },
  { key: "headHigh", axis: "head", say: "a figure high on the head axis" },
] as const;
export type MarkKey = (typeof MARKS)[number]["key"];
