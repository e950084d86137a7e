/** What each lever on NPSH costs, or why it cannot be had, in a sentence. */
import { formatSi, type UnitSystem } from "../quantity/index.ts";
import type { LeverReason } from "../visit/index.ts";

type Building = Extract<LeverReason, { building: boolean }>["code"];
type Plain = Exclude<LeverReason["code"], Building | "throttled" | "slowed">;

const PLAIN: Readonly<Record<Plain, string>> = {
  "there-already": "The margin is there already; this is what is to spare.",
  "there-at-this-flow": "The margin is there at the present flow.",
  "there-at-this-speed": "The margin is there at the present speed.",
  "more-than-the-loss": "The whole clean suction loss is less than what is missing.",
  "larger-pipe": "A larger pipe, fewer fittings or a cleaned strainer. The duty gains a little.",
  "no-flow": "No flow that the curve states NPSH required for has the margin.",
  "no-speed": "No lower speed has the margin on this system.",
  "too-cold-to-be-known": "Short even at the coldest this liquid is known at.",
  "cool-hours": "Run in the cool hours, or shade and cool the source. The duty stays.",
  "colder-than-likely": "Colder than a source is likely to be.",
  "warming-adds-vapour":
    "Warming thins a thick liquid only; here it adds more vapour pressure than it saves loss.",
  "warm-tank": "A warm tank or traced pipe thins the liquid; check the seal for the heat.",
};

const MOVES: Readonly<Record<Building, string>> = {
  "fill-pressure": "Fill pressure up: all of it counts. The duty stays.",
  "raise-level": "All of the rise counts. The duty stays as it is.",
  "hang-deeper": "Hung deeper on a longer riser. The duty stays, but for the riser's loss.",
  "new-feet": "New feet and pipes. The duty stays as it is.",
};

const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;

export function leverWords(reason: LeverReason, units: UnitSystem): string {
  switch (reason.code) {
    case "throttled":
      return `Costs ${percent(reason.flowLost)} of the flow; the valve burns ${formatSi(reason.headBurned, "length", units, 2)}.`;
    case "slowed":
      return `Costs ${percent(reason.flowLost)} of the flow, saves its power. A larger, slower pump keeps the duty.`;
    case "fill-pressure":
    case "raise-level":
    case "hang-deeper":
    case "new-feet":
      return `${MOVES[reason.code]}${reason.building ? " So much is a matter of building." : ""}`;
    default:
      return PLAIN[reason.code];
  }
}
