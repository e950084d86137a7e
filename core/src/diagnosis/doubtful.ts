/**
 * Readings that look exchanged or written in another unit. They are left out until somebody confirms
 * them, and named: a ranking made of them would be sure of the wrong thing.
 */
import { GRAVITY } from "../quantity/index.ts";
import type { Situation, Snapshot } from "../visit/index.ts";
import { modelOf } from "./model/pump-model.ts";
import { forbiddenWhy } from "./test-conditions.ts";
import { testRow } from "./tables/tests/index.ts";

/** Heads between these shares of the shut-off head are what a running pump makes. */
const PLAUSIBLE = { low: 0.35, high: 1.2 } as const;
/** Beyond this share of the shut-off head no pump of this sheet can be. */
const IMPOSSIBLE = 2.5;
const PSI_PER_BAR = 14.504;

/** The situation without the doubtful readings, and a line for each thing found. */
export function withoutDoubtful(situation: Situation): {
  readonly situation: Situation;
  readonly notes: readonly string[];
} {
  const notes: string[] = forbiddenOutcomes(situation);
  const model = modelOf(situation);
  if (!model) return { situation, notes };
  const perMetre = situation.liquid.density * GRAVITY;
  const plausible = (pressure: number): boolean => {
    const share = pressure / perMetre / model.shutOffHead;
    return share > PLAUSIBLE.low && share < PLAUSIBLE.high;
  };
  const snapshots = situation.snapshots.map((s): Snapshot => {
    const { suction, discharge } = s;
    if (!s.running || !discharge) return s;
    const rise = discharge.pressure - (suction?.pressure ?? 0);
    const where = s.label === "" ? "" : ` (${s.label})`;
    if (suction && plausible(-rise)) {
      notes.push(
        `The gauges${where} look exchanged: the suction shows more than the discharge by what this pump makes. Both are left out; look which is which.`,
      );
      return { ...s, suction: undefined, discharge: undefined };
    }
    const isHuge = rise / perMetre > IMPOSSIBLE * model.shutOffHead;
    if (isHuge && plausible(rise / PSI_PER_BAR)) {
      notes.push(
        `The discharge gauge${where} would be far above what this pump can make; as psi it would fit. It is left out; look at its unit.`,
      );
      return { ...s, discharge: undefined };
    }
    return s;
  });
  const isSame = snapshots.every((s, i) => s === situation.snapshots[i]);
  return { situation: isSame ? situation : { ...situation, snapshots }, notes };
}

/** Tests that were entered though this pump forbids them: they count, and are not to be repeated. */
const forbiddenOutcomes = (situation: Situation): string[] =>
  situation.tests.flatMap((t) => {
    const row = testRow(t.test);
    const why = row && forbiddenWhy(row, situation);
    return row && why
      ? [
          `“${row.name}” was entered, but must not be done here. ${why} Its outcome counts; do not repeat it.`,
        ]
      : [];
  });
