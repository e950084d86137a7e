/** What is hard to believe about a pump's sheets, in words. */
import { type CurveDoubt, curveDoubts } from "../curve/index.ts";
import { formatNumber, formatSi, type UnitSystem } from "../quantity/index.ts";
import type { Situation } from "../visit/index.ts";

/** One sentence a doubt, each with what to look at. */
export function doubtsOf({ sheets, stages }: Situation, units: UnitSystem): string[] {
  const sentences = sheets.flatMap((sheet) =>
    curveDoubts(sheet, stages).map((d) => sentence(d, units)),
  );
  return [...new Set(sentences)];
}

function sentence(doubt: CurveDoubt, units: UnitSystem): string {
  switch (doubt.kind) {
    case "efficiency":
      return `The efficiency would be ${formatNumber(100 * doubt.value, 2)} % at ${formatSi(doubt.flow, "flow", units)}: look at the unit of power, and whether it is shaft power.`;
    case "head-coefficient":
      return `Head coefficient ${formatNumber(doubt.value, 2)} a stage; radial wheels have 0.40 to 0.70. ${
        doubt.side === "low"
          ? "Speed or diameter may be too high, or stages too many."
          : "Speed or diameter may be too low, or stages are missing."
      }`;
    case "hump":
      return `Head rises by ${formatSi(doubt.rise, "length", units)} up to ${formatSi(doubt.flow, "flow", units)}: there one head means two flows, and power or a meter must decide.`;
    case "no-shut-off":
      return `The sheet begins at ${formatSi(doubt.flow, "flow", units)}: a shut-off reading has nothing to compare with.`;
  }
}
