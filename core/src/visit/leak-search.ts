/** Where the drawn suction line lets air in, by what a needle did with it shut here and there. */
import type { CaseFile } from "../case/index.ts";
import { halving } from "../suction/index.ts";
import { linePartsOf } from "./line-parts.ts";

/** What the looks amount to. */
export interface LeakSearch {
  /** Parts that are left under suspicion, by index from the source. */
  readonly from: number;
  readonly to: number;
  /** fell: it lies between them. held: as far out as anybody shut it, the line held. */
  readonly is: "fell" | "held";
}

/**
 * The search of the last vacuum test that has one. Undefined where the pump alone did not hold (a needle that falls says
 * nothing of the pipe then), where two looks contradict each other, or a part is named that the line has not.
 */
export function leakSearchOf({ tests, suction }: CaseFile): LeakSearch | undefined {
  const test = tests.findLast((t) => t.test === "vacuum-plate" && t.readings?.halving?.length);
  if (!test?.outcome.endsWith("-holds")) return undefined;
  const parts = linePartsOf(suction?.elements);
  const looks = (test.readings?.halving ?? []).flatMap(({ part, needle }) =>
    part && needle ? [{ at: part - 1, holds: needle === "holds" }] : [],
  );
  const onLine = looks.every(({ at }) => Number.isInteger(at) && at < parts.length);
  if (looks.length === 0 || !onLine) return undefined;
  const { from, to, contradiction } = halving(parts, looks);
  if (contradiction) return undefined;
  return { from, to, is: looks.some((l) => !l.holds) ? "fell" : "held" };
}
