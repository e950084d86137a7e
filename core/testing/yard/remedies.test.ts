import { describe, expect, it } from "vitest";
import { type CauseId, readCase } from "../../src/case/index.ts";
import { causeRow, diagnose } from "../../src/diagnosis/index.ts";
import { draws } from "../draws.ts";
import { type Visit, visitOfFault, visitOfRemedy } from "./index.ts";

/** Probability of a cause, or of what nobody can tell from it. */
function probability({ file, cause }: Visit): number {
  const read = readCase(file);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const alike = [cause, ...(causeRow(cause).inseparable ?? [])];
  return diagnose(read.value)
    .causes.filter((c) => alike.includes(c.id))
    .reduce((sum, c) => sum + c.probability, 0);
}

const odds = (p: number): number => Math.log(Math.max(1e-6, p) / Math.max(1e-6, 1 - p));

/** Cause, size, test and how it was said to turn out. */
type Remedy = readonly [CauseId, number, string, string];

const CLEANED: Remedy = ["suction-restriction", 8, "clean-strainer-reread", "improved"];
const REMEDIES: readonly Remedy[] = [
  CLEANED,
  ["loose-terminal", 0.4, "terminal-retighten-reread", "balanced"],
  ["discharge-restriction", 0.5, "discharge-valve-look", "part-closed"],
  ["check-valve-passing", 0.4, "isolate-standby-reread", "improved"],
];

/** Visits of any family where the fault can be, before the remedy and with a share of it left. */
function visits([id, size, test, outcome]: Remedy, left: number) {
  return Array.from({ length: draws(12) }, (_, i) => i + 1).flatMap((seed) => {
    const found = visitOfFault(seed, id, size);
    const again = visitOfRemedy(seed, id, size, { test, outcome, left });
    return found && again ? [{ before: probability(found), after: probability(again) }] : [];
  });
}

describe("the same pump read again after something was done", () => {
  for (const remedy of REMEDIES) {
    const [id] = remedy;
    for (const left of [0.3, 0.6]) {
      it(`speaks for ${id} where ${100 * left} % of it is left`, () => {
        const list = visits(remedy, left);
        expect(list.length).toBeGreaterThan(3);
        const gain = list.reduce((s, v) => s + odds(v.after) - odds(v.before), 0) / list.length;
        expect(gain).toBeGreaterThan(0);
        expect(list.filter((v) => v.before > 0.5 && v.after < 0.4 * v.before)).toEqual([]);
      });
    }
  }

  it("speaks against a cause of which all is left though it was said to be gone", () => {
    const list = visits(CLEANED, 1);
    const none = visits(CLEANED, 0);
    const mean = (of: typeof list) => of.reduce((s, v) => s + odds(v.after), 0) / of.length;
    expect(mean(none)).toBeGreaterThan(mean(list) + 1);
  });
});
