/**
 * What level, warmth, height and sheet say by themselves of the NPSH at the duty, before any gauge is read: a plant
 * that was laid out has its margin there, so one that has none is short of it, whatever else is wrong.
 */
import { chanceBelow } from "../quantity/index.ts";
import { STATED_LOSS_U } from "../suction/index.ts";
import { layoutOf, type Situation } from "../visit/index.ts";
import type { EvidenceItem } from "./evidence.ts";
import { marginDoubt } from "./model/operating-state.ts";
import type { Prepared } from "./model/preparation.ts";
import type { CauseRow } from "./tables/causes/index.ts";

/** How many times likelier a margin below zero is where too little NPSH is the trouble than where it is not. */
const TELLS = 150;

/**
 * One item where the layout and the sheet say what there is and what is needed.
 * @param found - the snapshot as found, made ready; undefined when none was taken
 */
export function marginItem(
  situation: Situation,
  found: Prepared | undefined,
  causes: readonly CauseRow[],
): EvidenceItem[] {
  const margin = found && marginAtDuty(situation, found);
  if (!margin) return [];
  const short = chanceBelow(-margin.value / margin.u);
  return [
    {
      kind: "margin",
      id: "npsh-margin",
      margin: margin.value,
      logLikelihood: causes.map((c) =>
        c.condition(1).vapour === "must" ? Math.log(1 + TELLS * short) : 0,
      ),
    },
  ];
}

function marginAtDuty(situation: Situation, { suction, pump, snapshot }: Prepared) {
  const layout = layoutOf(situation, snapshot);
  if (!layout || suction.still === undefined || situation.jet) return undefined;
  const { loss, referenceFlow, exponent } = suction;
  const flow = situation.duty?.flow ?? referenceFlow;
  const lost = loss * (flow / referenceFlow) ** exponent;
  const needed = pump.npshr(flow);
  return {
    value: suction.still - lost - needed,
    u: Math.hypot(
      (layout.loss?.doubt ?? STATED_LOSS_U) * lost,
      marginDoubt({ suction, pump }, needed),
    ),
  };
}
