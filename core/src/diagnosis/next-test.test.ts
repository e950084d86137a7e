import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { OBSERVATION_IDS, TEST_OUTCOMES, type TestId } from "../case/index.ts";
import { diagnose, diagnoseFully } from "./index.ts";
import { rankTests } from "./next-test.ts";
import { forbiddenWhy, possible } from "./test-conditions.ts";
import { type Posterior, posteriorOf } from "./posterior.ts";
import { situationOf } from "../visit/index.ts";
import { TESTS } from "./tables/tests/index.ts";

type Json = Record<string, unknown>;

const entropy = (p: readonly number[]): number =>
  -p.reduce((s, v) => s + (v > 0 ? v * Math.log2(v) : 0), 0);

const told = (present: readonly string[], extra: Json = {}): Json => ({
  ...pumpJson("LF-2"),
  observations: { present, absent: ["suction.mixed-metals"] },
  ...extra,
});

/** A posterior of these causes alone, its tests by the table. */
function posteriorFrom(json: Json, shares: Readonly<Record<string, number>>): Posterior {
  const real = posteriorOf(situationOf(caseFrom(json)));
  return {
    ...real,
    causes: real.causes.map((c) => ({ ...c, probability: shares[c.row.id] ?? 0 })),
  };
}

describe("the next test", () => {
  it("never promises more than there is to know, nor less than nothing", () => {
    fc.assert(
      fc.property(fc.subarray([...OBSERVATION_IDS], { minLength: 1, maxLength: 4 }), (present) => {
        const d = diagnoseFully(caseFrom(told(present)));
        const left = entropy(d.posterior.causes.map((c) => c.probability));
        for (const t of d.tests) {
          expect(t.bits).toBeGreaterThan(0);
          expect(t.bits).toBeLessThanOrEqual(
            Math.min(left, Math.log2(t.row.outcomes.length)) + 1e-6,
          );
        }
      }),
      { numRuns: 25 },
    );
  });

  it("tells on average what it promised", () => {
    const json = told(["complaint.low-flow", "onset.gradual"]);
    const before = diagnoseFully(caseFrom(json));
    const left = entropy(before.posterior.causes.map((c) => c.probability));
    for (const id of ["rotation-look", "gauge-zero", "hand-turn-shaft"] as const) {
      const ranked = rankTests(before.situation, before.posterior).find((t) => t.row.id === id);
      if (!ranked) continue;
      let after = 0;
      TEST_OUTCOMES[id].forEach((outcome, o) => {
        const chance = before.posterior.causes.reduce(
          (s, c, i) => s + c.probability * (before.posterior.rates(id, i)[o] ?? 0),
          0,
        );
        const next = diagnoseFully(caseFrom({ ...json, tests: [{ test: id, outcome }] }));
        after += chance * entropy(next.posterior.causes.map((c) => c.probability));
      });
      expect(left - after, id).toBeCloseTo(ranked.bits, 1);
    }
  });

  it("is the one that parts two causes, not the quick one that tells nothing", () => {
    const json = told(["complaint.low-flow"]);
    const ranked = rankTests(
      situationOf(caseFrom(json)),
      posteriorFrom(json, { "suction-restriction": 0.5, healthy: 0.5 }),
    );
    expect(["open-strainer-look", "throttle-and-listen", "clean-strainer-reread"]).toContain(
      ranked[0]?.row.id,
    );
    expect(ranked[0]?.bits).toBeGreaterThan(0.05);
    expect(ranked[0]?.splits).not.toBeNull();
  });

  it("looks two ahead: a test's worth counts the best one after it", () => {
    const json = told(["complaint.low-flow"]);
    const ranked = rankTests(
      situationOf(caseFrom(json)),
      posteriorFrom(json, {
        "wrong-rotation": 0.3,
        "suction-restriction": 0.3,
        "discharge-restriction": 0.3,
        healthy: 0.1,
      }),
    );
    const followed = ranked.filter((t) => t.then);
    expect(followed.length).toBeGreaterThan(0);
    for (const t of followed) {
      expect(t.then?.id).not.toBe(t.row.id);
      expect(t.worth).toBeGreaterThanOrEqual(
        t.bits / (t.row.minutes + t.row.hazardMinutes) - 1e-12,
      );
    }
  });

  it("prices the hazard: of two alike the harmless one comes first", () => {
    // Both tell a wrong rotation about as well; running both ways is the riskier and the longer.
    const ids = diagnose(
      caseFrom(told(["complaint.low-flow", "onset.after-electrical-work"])),
    ).nextTests.map((t) => t.id);
    expect(ids.indexOf("rotation-look")).toBeLessThan(ids.indexOf("two-direction"));
  });

  it("is never one that cannot be done or must not be done, on any demo pump", () => {
    for (const tag of [
      "LF-3",
      "LF-4",
      "OG-2",
      "OG-3",
      "BI-1",
      "MG-1",
      "MG-3",
      "QO-1",
      "TH-1",
      "TH-3",
    ]) {
      const situation = situationOf(
        caseFrom({ ...pumpJson(tag), observations: { present: ["complaint.low-flow"] } }),
      );
      const offered = new Set<TestId>(
        rankTests(situation, posteriorOf(situation)).map((t) => t.row.id),
      );
      for (const t of TESTS.filter((x) => offered.has(x.id))) {
        expect(possible(t.where, situation), `${tag} ${t.id}`).toBe(true);
        expect(forbiddenWhy(t, situation), `${tag} ${t.id}`).toBeUndefined();
      }
      if (situation.family === "positive-displacement") {
        expect(offered.has("shut-off-head")).toBe(false);
        expect(offered.has("throttle-and-listen")).toBe(false);
      }
      if (situation.plasticImpeller) expect(offered.has("shut-off-head")).toBe(false);
    }
  });

  it("gives a reason for stopping exactly when it stops", () => {
    for (const present of [["complaint.low-flow"], ["mechanical.seal-drip", "complaint.leaks"]]) {
      const { stop, causes, nextTests } = diagnose(caseFrom(told(present)));
      const settled = (causes[0]?.probability ?? 0) > 0.9;
      const worth = nextTests.some((t) => t.bits >= 0.05);
      expect(stop !== null).toBe(settled || !worth);
    }
  });
});
