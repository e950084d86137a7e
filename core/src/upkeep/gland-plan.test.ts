import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { draws } from "../../testing/draws.ts";
import {
  type GlandBox,
  type GlandNow,
  glandPlan,
  type GlandPlan,
  glandWord,
  needsBushing,
  packingSection,
  PACKINGS,
} from "./index.ts";

const BOX: GlandBox = {
  ...{ packing: "PTFE", rings: 5, section: 0.01, shaft: 0.035, liveLoaded: false },
};
const planOf = (box: Partial<GlandBox> = {}): GlandPlan => {
  const plan = glandPlan({ ...BOX, ...box });
  if (!plan) throw new Error("no plan");
  return plan;
};

describe("the plan", () => {
  it("has more flats for more rings and larger ones, fewer with springs, and its packing's pause", () => {
    const { flats, pause, target } = planOf();
    expect([flats, pause, target.low]).toEqual([6, 1800, 14]);
    expect(planOf({ rings: 7 }).flats).toBeGreaterThan(flats);
    expect(planOf({ section: 0.016 }).flats).toBeGreaterThan(flats);
    expect(planOf({ liveLoaded: true }).flats).toBeLessThan(flats);
    expect([planOf({ packing: "graphite" }).pause, planOf({ packing: "aramid" }).pause]).toEqual([
      600, 900,
    ]);
  });
  it("is none for a box that is none", () => {
    for (const wrong of [{ rings: 0 }, { section: -1 }, { shaft: Number.NaN }])
      expect(glandPlan({ ...BOX, ...wrong })).toBeUndefined();
  });
  it("knows the section and a gap that lets the packing out", () => {
    expect(packingSection(0.055, 0.035)).toBeCloseTo(0.01);
    expect([needsBushing(0.0003, 0.01), needsBushing(0.0001, 0.01)]).toEqual([true, false]);
  });
});

describe("what a gland asks for next", () => {
  const plan = planOf();
  const now = (more: Partial<GlandNow>): GlandNow => ({
    ...{ counts: [], flats: 1, since: 1800, gland: 293, liquid: 288 },
    ...more,
  });
  const count = (perMinute: number, flats = 1) => ({ perMinute, flats });
  it.each([
    ["wait", now({ since: 1799, counts: [count(60)] })],
    ["count", now({})],
    ["read-temperature", now({ counts: [count(60)], gland: undefined })],
    ["too-hot", now({ counts: [count(60)], gland: 309 })],
    ["too-hot", now({ gland: 309, since: 5 })],
    ["take-a-flat", now({ counts: [count(90)] })],
    ["still-falling", now({ counts: [count(90), count(70)] })],
    ["take-a-flat", now({ counts: [count(90), count(85)] })],
    ["in-order", now({ counts: [count(20)] })],
    ["too-dry", now({ counts: [count(9)] })],
    ["too-dry", now({ counts: [count(0)], gland: undefined })],
    ["dry-and-hot", now({ counts: [count(0)], gland: 320 })],
    // A flat that closed by two thirds would leave less than the least.
    ["would-run-dry", now({ counts: [count(90, 0), count(30, 1), count(29, 1)] })],
    ["count-again", now({ counts: [count(40)] })],
  ] as const)("%s", (word, given) => {
    expect(glandWord(plan, given)).toBe(word);
  });
  it("does not take a count of another flat for this one's", () => {
    expect(glandWord(plan, now({ counts: [count(20, 0)], flats: 1 }))).toBe("count");
  });
});

/**
 * A box to try it on. Law: leakage falls exponentially with what is taken up, q = q0 exp(−k x), x in flats, and creeps to
 * it with a time constant that the packing has; a new box streams. It is not the plan's own law: k is drawn freely up to
 * what closes two thirds with one flat, and the gland warms by how little leaks.
 */
function runIn(plan: GlandPlan, box: { q0: number; k: number; creep: number }) {
  let [flats, since, drops] = [0, 0, box.q0];
  const counts: { perMinute: number; flats: number }[] = [];
  const taken: number[] = [];
  let lowest = drops;
  for (let minute = 0; minute < 3000; minute++) {
    const settled = box.q0 * Math.exp(-box.k * flats);
    drops += (settled - drops) * (1 - Math.exp(-60 / box.creep));
    lowest = Math.min(lowest, drops);
    since += 60;
    if (since % 120 === 0 && since >= plan.pause)
      counts.push({ perMinute: Math.round(drops), flats });
    const gland = 288 + 12 / (1 + drops / plan.target.low);
    const word = glandWord(plan, { counts, flats, since, gland, liquid: 288 });
    if (word === "in-order" || word === "would-run-dry") return { word, lowest, taken };
    if (word === "too-dry" || word === "dry-and-hot") return { word, lowest, taken };
    if (word === "take-a-flat") {
      taken.push(since);
      [flats, since] = [flats + 1, 0];
    }
  }
  return { word: "never ended", lowest, taken };
}

it("ends above the dry limit in every box, and never takes two flats without the pause", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...PACKINGS),
      fc.integer({ min: 3, max: 7 }),
      fc.double({ min: 0.006, max: 0.016, noNaN: true }),
      fc.double({ min: 0.015, max: 0.1, noNaN: true }),
      fc.record({
        q0: fc.double({ min: 60, max: 900, noNaN: true }),
        k: fc.double({ min: 0.08, max: 0.65, noNaN: true }),
        // Within the pause most of a flat's effect is there.
        creep: fc.double({ min: 30, max: 240, noNaN: true }),
      }),
      (packing, rings, section, shaft, box) => {
        const plan = planOf({ packing, rings, section, shaft });
        const { word, lowest, taken } = runIn(plan, box);
        expect(["in-order", "would-run-dry"]).toContain(word);
        expect(Math.round(lowest)).toBeGreaterThanOrEqual(Math.min(box.q0, plan.target.low) - 1);
        for (const since of taken) expect(since).toBeGreaterThanOrEqual(plan.pause);
      },
    ),
    { numRuns: draws(200) },
  );
});
