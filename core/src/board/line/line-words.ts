/** Words of a drawn line: its parts, what cannot be, what is lacking. */
import type { UnitSystem } from "../../quantity/index.ts";
import { formatNumber, formatSi } from "../../quantity/index.ts";
import type { LineFaultCode, LinePart, Say } from "../../suction/index.ts";
import type { LineLack } from "../../visit/index.ts";
import { boreText, metresText } from "./written-line.ts";

export const PART_NAMES: Readonly<Record<LinePart["kind"], string>> = {
  inlet: "pipe end",
  bell: "bell",
  pipe: "pipe",
  hose: "hose",
  bend: "bend",
  tee: "tee, straight through",
  branch: "tee, through its branch",
  reducer: "reducer",
  valve: "valve",
  strainer: "strainer",
  "foot-valve": "foot valve",
  "check-valve": "check valve",
  joint: "joint",
  "gauge-port": "gauge port",
  "air-vent": "air vent",
  relief: "relief or recirculation",
};

/** What a part is called on a drawing. */
export const partName = ({ kind, valve }: Pick<LinePart, "kind" | "valve">): string =>
  kind === "valve" ? `${valve ?? "gate"} valve` : PART_NAMES[kind];

export const FAULT_WORDS: Readonly<Record<LineFaultCode, string>> = {
  "no-bore": "Its bore is missing, and no part before it has one.",
  "bore-not-above-0": "A bore is above 0.",
  "bore-too-large": "A bore of more than 5 m is no pipe: is its unit right?",
  "length-below-0": "A length is not below 0. Where it leads down, its far end is lower.",
  "length-too-large": "More than 100 km: is its unit right?",
  "no-length": "Its length is missing.",
  "heights-do-not-join":
    "Its ends lie further apart in height than it is long. One of the two heights, or its length, is wrong.",
  "two-foot-valves": "A line has one foot valve, at its source.",
  "source-end-not-first":
    "It belongs at the source, before everything else. It is counted where it stands.",
  "no-source": "The line has no end at its source: an inlet, a bell, a strainer or a foot valve.",
  "too-many": "At most 200 parts. Lengths of one bore can be one part.",
  "opening-not-a-share": "A valve is open between 0 and 100 %.",
  "area-not-above-0": "A free area is above 0.",
  "lift-with-level-above":
    "The register says that this pump lifts, and its level is above it: a level below the shaft is written with a minus.",
};

export const LACK_WORDS: Readonly<Record<LineLack, string>> = {
  level:
    "How high the water stands is not known. Give the level over the shaft, below it with a minus.",
  flow: "No flow is known. Give one, or the pump's duty.",
  liquid: "The liquid is not known at this temperature.",
};

/** How figures are said to somebody. */
export const sayIn = (units: UnitSystem): Say => ({
  units,
  metres: (si) => formatSi(si, "length", units),
  bore: (si) => boreText(si, units),
  speed: (v) =>
    units === "us" ? `${formatNumber(v / 0.3048, 2)} ft/s` : `${formatNumber(v, 2)} m/s`,
  number: (n) => formatNumber(n, 2),
});

/** "steel pipe, 80 mm, 3 m": what stands beside a part in a list. */
export function partLine(part: LinePart, bore: number | undefined, units: UnitSystem): string {
  const open =
    part.opening !== undefined && part.opening < 1
      ? `${formatNumber(100 * part.opening, 2)} % open`
      : undefined;
  return [
    part.material,
    bore === undefined ? undefined : boreText(bore, units),
    part.length === undefined ? undefined : metresText(part.length, units),
    part.shape?.replaceAll("-", " "),
    open,
  ]
    .filter((w) => w !== undefined && w !== "")
    .join(", ");
}

/** Levels nearer to each other than this are one [m]. */
const SAME_LEVEL = 0.05;

/** How far a pump draws its water down; empty where it does not, or nobody knows. */
export function drawdown(
  standing: number | undefined,
  level: number,
  metres: (m: number) => string,
): string {
  const fall = standing === undefined ? 0 : standing - level;
  if (Math.abs(fall) < SAME_LEVEL) return "";
  return fall > 0
    ? `It draws its water down by ${metres(fall)} while it runs.`
    : "The level at rest lies under the level while it runs: one of the two is wrong, or something fills it meanwhile.";
}
