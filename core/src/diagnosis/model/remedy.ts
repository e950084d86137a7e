/** How much of a cause is left in a snapshot that was taken after something was done about it. */
import type { CauseId } from "../../case/index.ts";
import type { Situation, Snapshot } from "../../visit/index.ts";
import { testRow } from "../tables/tests/index.ts";
import type { Condition } from "./condition.ts";

/** A share of a cause that may be left, and how often it is. */
interface Left {
  readonly share: number;
  /** ln of how often. */
  readonly log: number;
}

/** What was done before a snapshot: against which causes, and how much of them it mostly leaves. */
export interface Remedy {
  readonly against: (id: CauseId) => boolean;
  readonly left: readonly Left[];
}

/** Label of the snapshot taken when everything is done. */
const AFTER_REPAIR = "after";

const shares = (list: readonly (readonly [share: number, often: number])[]): readonly Left[] =>
  list.map(([share, often]) => ({ share, log: Math.log(often) }));

/**
 * A word for how it turned out ("improved", "no change") is a degree told coarsely: a terminal that was tightened may
 * still take a third of what it took, a strainer that "changed nothing" may have given back a little. Judgement.
 */
const MOSTLY = {
  worked: shares([
    [0, 0.68],
    [0.15, 0.12],
    [0.35, 0.1],
    [0.65, 0.07],
    [1, 0.03],
  ]),
  didNot: shares([
    [0, 0.03],
    [0.35, 0.05],
    [0.65, 0.12],
    [1, 0.8],
  ]),
  /** There or not: reversed is reversed, shut off is shut off. */
  whollyWorked: shares([
    [0, 0.97],
    [1, 0.03],
  ]),
  whollyDidNot: shares([
    [0, 0.03],
    [1, 0.97],
  ]),
} as const;

/** What was done before this snapshot; undefined where nothing was. */
export function remedyBefore({ tests }: Situation, { label }: Snapshot): Remedy | undefined {
  if (label === AFTER_REPAIR) return { against: () => true, left: MOSTLY.worked };
  const test = tests.find((t) => t.after !== undefined && t.after === label);
  const cure = test && testRow(test.test)?.cures;
  if (!cure) return undefined;
  const worked = cure.when === test.outcome;
  const left = cure.wholly
    ? MOSTLY[worked ? "whollyWorked" : "whollyDidNot"]
    : MOSTLY[worked ? "worked" : "didNot"];
  return { against: (id) => cure.of.includes(id), left };
}

/** A cause as its row has it: what its size does to the pump. */
interface Sized {
  readonly severityMeans: string | null;
  readonly condition: (severity: number) => Partial<Condition>;
}

/** What a share of a cause does; one without a size is there or gone. */
export function whatIsLeft(
  { severityMeans, condition }: Sized,
  severity: number,
  share: number,
): Partial<Condition> {
  if (severityMeans === null) return share > 0.5 ? condition(severity) : {};
  return share > 0 ? condition(share * severity) : {};
}
