/** Questions about a value that can hardly be. */
import { formatNumber, prettyUnit, type Quantity, toUnit, type Unit } from "../quantity/index.ts";
import type { Doubt } from "../visit/index.ts";

const NAMES: Readonly<Partial<Record<Quantity["dimension"], string>>> = {
  flow: "A flow",
  speed: "A speed",
  current: "A clamp's reading",
  voltage: "A voltage",
};

export function doubtWords(doubt: Doubt): string {
  const { quantity: q } = doubt;
  switch (doubt.code) {
    case "below-vacuum":
      return "That is below a perfect vacuum here.";
    case "beyond-gauge":
      return `That is beyond the end of this gauge (${doubt.end}).`;
    case "before-gauge":
      return `That is below the start of this gauge (${doubt.end}).`;
    case "negative":
      return `${NAMES[q.dimension] ?? "This"} cannot be negative.`;
    case "more-than-any":
      return `${formatNumber(toUnit(q.si, q.unit as Unit))} ${prettyUnit(q.unit)} is more than any pump of this kind shows.`;
    case "more-than-plate":
      return `That is more than eight times the plate's ${formatNumber(doubt.plate)} A.`;
  }
}
