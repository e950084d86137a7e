import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { OBSERVATION_IDS, TEST_OUTCOMES, type TestId } from "../case/index.ts";
import { diagnose, diagnoseFully } from "./index.ts";
import { rankTests, tellsApart } from "./next-test.ts";
import { type Posterior, posteriorOf } from "./posterior.ts";
import { testRow } from "./tables/tests/index.ts";
import { situationOf } from "../visit/index.ts";

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

/** A pump, the test that must not be done on it, and why. */
const NEVER: readonly (readonly [string, TestId, Json, RegExp])[] = [
  ["plastic wheel", "shut-off-head", lf2({ impeller: { material: "plastic" } }), /plastic wheel/],
  ["gear pump", "shut-off-head", pumpJson("LF-4"), /pressure rises until something breaks/],
  ["gear pump", "throttle-and-listen", pumpJson("LF-4"), /never throttle/],
  ["screwed wheel", "two-direction", lf2({ impeller: { mounting: "screwed" } }), /unscrew/],
  ["drive", "two-direction", lf2({ drive: { kind: "vfd" } }), /drive sets the direction/],
  ["drive", "roll-leads", lf2({ drive: { kind: "vfd" } }), /drive makes the phases/],
  ["maker's word", "hand-turn-shaft", lf2({ forbids: ["hand-turn-shaft"] }), /maker forbids/],
];

/** A pump, and a test that there is no way to do on it. */
const CANNOT: readonly (readonly [string, TestId, Json])[] = [
  ["single-phase motor", "roll-leads", lf2({ motor: { phases: 1 } })],
  ["single-phase motor", "two-direction", lf2({ motor: { phases: 1 } })],
  ["engine", "roll-leads", lf2({ motor: undefined, drive: { kind: "engine" } })],
  ["pump without a float", "float-lift", pumpJson("LF-2")],
];

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

  it.each(NEVER)("of a %s is never %s, and the reason is given", (_, id, pump, why) => {
    const { result, tests } = diagnoseFully(
      caseFrom({ ...pump, observations: { present: ["complaint.low-flow"] } }),
    );
    expect(result.forbiddenTests.find((t) => t.id === id)?.why).toMatch(why);
    expect(tests.map((t) => t.row.id)).not.toContain(id);
    // What is forbidden here is offered or thought of where nothing forbids it.
    const plain = diagnoseFully(caseFrom(told(["complaint.low-flow"])));
    expect(plain.result.forbiddenTests.map((t) => t.id)).not.toContain(id);
  });

  it.each(CANNOT)("of a %s is never %s, which cannot be done there", (_, id, pump) => {
    const { tests } = diagnoseFully(
      caseFrom({ ...pump, observations: { present: ["complaint.low-flow"] } }),
    );
    expect(tests.length).toBeGreaterThan(0);
    expect(tests.map((t) => t.row.id)).not.toContain(id);
  });

  it("confirms a leader only where its rivals would show something else", () => {
    const bits = (json: Json, shares: Readonly<Record<string, number>>, test: TestId) => {
      const posterior = posteriorFrom(json, shares);
      const [leader] = Object.keys(shares);
      const row = testRow(test);
      if (!row) throw new Error(`no ${test}`);
      return tellsApart(
        row,
        posterior.causes.findIndex((c) => c.row.id === leader),
        posterior,
      );
    };
    const jet = { ...pumpJson("QO-1"), observations: { present: ["complaint.no-flow"] } };
    const dry = { "jet-suction-open": 0.97, "not-primed": 0.02, "jet-nozzle-blocked": 0.01 };
    // By hand it gives nothing under each of them; only an open suction empties the port.
    expect(bits(jet, dry, "hand-mode")).toBeLessThan(0.1);
    expect(bits(jet, dry, "drain-back")).toBeGreaterThan(0.3);
    const backwards = { "wrong-rotation": 0.97, "impeller-worn": 0.02, "low-speed": 0.01 };
    expect(bits(told(["complaint.low-flow"]), backwards, "rotation-look")).toBeGreaterThan(2);
    const choked = { "suction-restriction": 0.97, "npsh-shortfall": 0.03 };
    expect(bits(told(["noise.gravel"]), choked, "throttle-and-listen")).toBeLessThan(1);
    expect(bits(told(["noise.gravel"]), choked, "open-strainer-look")).toBeGreaterThan(1);
  });

  it("has no next one once the cause is as good as certain", () => {
    const settled = diagnose(
      caseFrom(
        told(["complaint.low-flow"], {
          tests: [
            { test: "rotation-look", outcome: "wrong" },
            { test: "two-direction", outcome: "reverse-better" },
          ],
        }),
      ),
    );
    expect(settled.causes[0]?.id).toBe("wrong-rotation");
    expect(settled.causes[0]?.probability).toBeGreaterThan(0.9);
    expect(settled.stop).toMatch(/\w/);
    const open = diagnose(caseFrom(told(["complaint.low-flow"])));
    expect(open.causes[0]?.probability).toBeLessThan(0.9);
    expect(open.stop).toBeNull();
  });
});

/** LF-2 with other facts of its pump. */
function lf2(change: Json): Json {
  const json = pumpJson("LF-2");
  return { ...json, pump: { ...(json["pump"] as Json), ...change } };
}
