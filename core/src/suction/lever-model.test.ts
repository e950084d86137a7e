import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildCurve, systemThrough } from "../curve/index.ts";
import { liquidAt } from "../liquid/index.ts";
import { absolutePa, gaugePa } from "../quantity/index.ts";
import {
  allLevers,
  DEFAULT_MARGIN,
  type LeverModel,
  liftBudget,
  movedNpsh,
  npshSweep,
  schoolsOf,
  steps,
  vortexSubmergence,
  wantedNpsh,
} from "./index.ts";

function model(change: Partial<LeverModel> = {}): LeverModel {
  const built = buildCurve({
    speed: 2900,
    points: [0, 0.2, 0.4, 0.6, 0.8, 1].map((s) => ({
      flow: 0.02 * s,
      head: 40 - 15 * s * s,
      power: 4000 + 3000 * s,
      npshr: 1.5 + 3 * s * s,
    })),
  });
  const water = liquidAt({ name: "water" }, 293.15);
  if (!built.ok || !water.ok) throw new Error("the model is sound");
  return {
    layout: { sourceLevel: -4.5, surfacePressure: gaugePa(0), loss: { flow: 0.014, head: 1.1 } },
    state: {
      atmosphere: absolutePa(95_000),
      vapourPressure: water.value.vapourPressure,
      density: water.value.density,
    },
    curve: built.value,
    system: systemThrough(10, 0.014, 40 - 15 * 0.49),
    flow: 0.014,
    liquid: { name: "water" },
    temperature: 293.15,
    elements: [],
    ...change,
  };
}

const spare = (m: ReturnType<typeof movedNpsh>) => (m?.available ?? 0) - (m?.wanted ?? 0);

describe("levers moved", () => {
  it("each to where it was solved give exactly the margin", () => {
    const m = model();
    const found = allLevers(m, DEFAULT_MARGIN);
    if (found === "no-npsh-required") throw new Error(found);
    expect(found.raiseLevelBy).toBeGreaterThan(0);
    expect(spare(movedNpsh(m, { levelBy: found.raiseLevelBy }, DEFAULT_MARGIN))).toBeCloseTo(0, 9);
    const slow = movedNpsh(m, { speedShare: (found.slowTo?.speed ?? 0) / 2900 }, DEFAULT_MARGIN);
    expect(spare(slow)).toBeCloseTo(0, 3);
    expect(slow?.flow).toBeCloseTo(found.slowTo?.flow ?? 0, 6);
    const flowShare = (found.throttleTo?.flow ?? 0) / m.flow;
    expect(spare(movedNpsh(m, { flowShare }, DEFAULT_MARGIN))).toBeCloseTo(0, 6);
  });

  it("help in their own direction", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 2, noNaN: true }),
        fc.double({ min: 0.02, max: 0.3, noNaN: true }),
        (metres, share) => {
          const at = (moves: Parameters<typeof movedNpsh>[1]) =>
            spare(movedNpsh(model(), moves, DEFAULT_MARGIN));
          const rest = at({});
          expect(at({ levelBy: metres })).toBeCloseTo(rest + metres, 9);
          expect(at({ lossShare: 1 - share })).toBeGreaterThan(rest);
          expect(at({ flowShare: 1 - share })).toBeGreaterThan(rest);
          expect(at({ speedShare: 1 - share })).toBeGreaterThan(rest);
          expect(at({ temperature: 293.15 + 20 * share })).toBeLessThan(rest);
        },
      ),
    );
  });

  it("warm a thick liquid, and do not warm water", () => {
    expect(allLevers(model(), DEFAULT_MARGIN)).toMatchObject({ warmTo: null });
    const oil = model({
      liquid: {
        name: "table",
        table: [
          { temperature: 273.15, density: 920, viscosity: 6e-4 },
          { temperature: 343.15, density: 880, viscosity: 2e-5 },
        ],
      },
      temperature: 278.15,
      elements: [{ kind: "hose", bore: 0.09, length: 14 }],
      layout: { sourceLevel: -3, surfacePressure: gaugePa(0), loss: { flow: 0.014, head: 4.9 } },
      state: {
        atmosphere: absolutePa(95_000),
        vapourPressure: absolutePa(0),
        density: 917,
      },
    });
    const found = allLevers(oil, DEFAULT_MARGIN);
    if (found === "no-npsh-required") throw new Error(found);
    expect(found.warmTo).toBeGreaterThan(278.15);
    expect(spare(movedNpsh(oil, { temperature: found.warmTo ?? 0 }, DEFAULT_MARGIN))).toBeCloseTo(
      0,
      3,
    );
  });

  it("answer nothing where pump or liquid cannot be", () => {
    expect(movedNpsh(model(), { speedShare: 0.2 }, DEFAULT_MARGIN)).toBeUndefined();
    expect(movedNpsh(model(), { temperature: 200 }, DEFAULT_MARGIN)).toBeUndefined();
  });
});

describe("margin schools", () => {
  it("the default is never less than any other", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 12, noNaN: true }), (required) => {
        const wanted = wantedNpsh(DEFAULT_MARGIN, required);
        for (const s of schoolsOf(5, required)) {
          expect(wanted).toBeGreaterThanOrEqual(s.wanted - 1e-12);
          expect(s.enough).toBe(s.wanted <= 5);
        }
      }),
    );
  });
});

describe("lift, sweep and vortices", () => {
  const { state, layout } = model();

  it("names the rule of thumb that would starve the pump, and why", () => {
    const thin = { ...state, atmosphere: absolutePa(80_000) };
    const high = liftBudget(thin, 0.6, { required: 2.5, wanted: 3.5 }, 3);
    expect(high.greatestLift).toBeCloseTo(
      80_000 / (state.density * 9.80665) - high.vapour - 4.1,
      9,
    );
    expect(high.rules.map((r) => r.misleads)).toEqual([true, true]);
    expect(high.because).toEqual(["altitude", "npshr"]);
    // 25 ft less a lift of 3 m less 0.6 m of friction leaves 4.02 m for the pump to need; it is no lift.
    expect(high.rules[0]?.leaves).toBeCloseTo(4.02, 9);
    expect(high.rules[0]?.lift).toBeCloseTo(7.62 - 0.6 - 2.5, 9);
    const sea = { ...state, atmosphere: absolutePa(101_325) };
    const easy = liftBudget(sea, 0.1, { required: 0.9, wanted: 1.2 }, 3);
    expect(easy.rules.map((r) => r.misleads)).toEqual([false, false]);
    expect(easy.because).toEqual([]);
  });

  it("gets worse with warmth and better with level, and finds the lowest level", () => {
    const sweep = npshSweep({
      layout,
      state,
      flow: 0.014,
      wanted: 4,
      liquidAt: (t) => {
        const s = liquidAt({ name: "water" }, t);
        return s.ok ? s.value : undefined;
      },
      levels: steps(-6, -1, 6),
      temperatures: steps(278.15, 338.15, 5),
    });
    sweep.rows.forEach((row, i) => {
      row.forEach((cell, j) => {
        const left = row[j - 1]?.spare;
        const above = sweep.rows[i - 1]?.[j]?.spare;
        if (left !== undefined) expect(cell.spare ?? 0).toBeGreaterThan(left);
        if (above !== undefined) expect(cell.spare ?? 9).toBeLessThan(above);
      });
      const lowest = sweep.lowestLevel[i] ?? 0;
      const at = row[0];
      expect(lowest - (at?.level ?? 0)).toBeCloseTo(-(at?.spare ?? 0), 6);
    });
    expect(steps(1, 2, 3)).toEqual([1, 1.5, 2]);
  });

  it("asks for more water over an inlet the faster it draws", () => {
    const slow = vortexSubmergence(0.01, 0.2);
    expect(slow.needed).toBeCloseTo(0.2 * (1 + 2.3 * slow.froude), 9);
    expect(vortexSubmergence(0.03, 0.2).needed).toBeGreaterThan(slow.needed);
    expect(vortexSubmergence(0, 0.2).needed).toBeCloseTo(0.2);
  });
});
