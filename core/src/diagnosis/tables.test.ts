import { describe, expect, it } from "vitest";
import { CAUSE_IDS, OBSERVATION_IDS, TEST_OUTCOMES } from "../case/index.ts";
import { CAUSES } from "./causes.ts";
import { CAUTIONS } from "./cautions.ts";
import { OBSERVATIONS } from "./observations.ts";
import { PRIORS } from "./priors.ts";
import { outcomeRates, TESTS } from "./tests.ts";

const causeIds = CAUSES.map((c) => c.id);

describe("tables of the diagnosis", () => {
  it("hold the first dozen causes, healthy and unlisted, each once", () => {
    expect(new Set(causeIds).size).toBe(causeIds.length);
    expect(causeIds).toHaveLength(14);
    for (const id of causeIds) expect(CAUSE_IDS).toContain(id);
  });

  it("give every cause its texts", () => {
    for (const c of CAUSES) {
      for (const text of [c.name, c.mechanism, c.firstAid, c.repair, c.proof]) {
        expect(text.length, c.id).toBeGreaterThan(3);
      }
      const say = { percent: (f: number) => `${f}`, metres: (h: number) => `${h}` };
      expect(c.claim(0.1, say)).toMatch(/\.$/);
      expect(c.severities.every(([, w]) => w > 0)).toBe(true);
    }
  });

  it("know every observation of the case format, once, with probabilities", () => {
    expect(new Set(OBSERVATIONS.map((o) => o.id)).size).toBe(OBSERVATIONS.length);
    expect([...OBSERVATIONS.map((o) => o.id)].sort()).toEqual([...OBSERVATION_IDS].sort());
    for (const o of OBSERVATIONS) {
      for (const p of [o.base, ...Object.values(o.under)]) {
        expect(p, o.id).toBeGreaterThan(0);
        expect(p, o.id).toBeLessThan(1);
      }
      for (const id of Object.keys(o.under)) expect(causeIds, o.id).toContain(id);
    }
  });

  it("give every test its outcomes for every cause, summing to one", () => {
    for (const t of TESTS) {
      expect(
        t.outcomes.map((o) => o.id),
        t.id,
      ).toEqual([...TEST_OUTCOMES[t.id]]);
      for (const id of causeIds) {
        const rates = outcomeRates(t, id);
        expect(rates).toHaveLength(t.outcomes.length);
        expect(
          rates.reduce((a, b) => a + b, 0),
          `${t.id} ${id}`,
        ).toBeCloseTo(1, 9);
        expect(rates.every((p) => p > 0)).toBe(true);
      }
      for (const id of Object.keys(t.under)) expect(causeIds, t.id).toContain(id);
      for (const c of t.cautions) expect(CAUTIONS.map((x) => x.id)).toContain(c);
      expect(t.steps.length).toBeGreaterThan(0);
    }
  });

  it("have a test that tells every fault from a healthy pump by at least a third of a bit, or a reading that does", () => {
    // These two show in the readings themselves: three currents, and the margin worked out.
    const byReading = ["phase-loss", "npsh-shortfall", "impeller-clogged", "healthy", "unlisted"];
    for (const id of causeIds.filter((c) => !byReading.includes(c))) {
      const best = Math.max(
        ...TESTS.map((t) => separation(outcomeRates(t, id), outcomeRates(t, "healthy"))),
      );
      expect(best, id).toBeGreaterThan(0.3);
    }
  });

  it("have priors that sum to one", () => {
    for (const [key, row] of Object.entries(PRIORS)) {
      const sum = Object.values(row).reduce((a, b) => a + b, 0);
      expect(sum, key).toBeGreaterThan(0.99);
      expect(sum, key).toBeLessThan(1.01);
    }
  });

  it("never call anything safe", () => {
    const words = JSON.stringify([CAUSES, CAUTIONS, TESTS]);
    expect(words).not.toMatch(/\bis safe\b|\bsafely\b|\bno danger\b/i);
  });
});

/** Bits one outcome tells between two equally likely causes. */
function separation(a: readonly number[], b: readonly number[]): number {
  return a.reduce((sum, p, i) => {
    const q = b[i] ?? 0;
    const m = (p + q) / 2;
    const part = (v: number) => (v > 0 ? 0.5 * v * Math.log2(v / m) : 0);
    return sum + part(p) + part(q);
  }, 0);
}
