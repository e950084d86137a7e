import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildCurve } from "../../curve/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { emptyState, headUnder, operate, type Setting } from "./operating-state.ts";
import { curveModel } from "./pump-model.ts";

const built = buildCurve({
  speed: 1450,
  points: [0, 0.25, 0.5, 0.75, 1].map((s) => ({
    flow: 0.04 * s,
    head: 32 - 12 * s * s,
    power: 6000 + 8000 * s,
    npshr: 2 + 2 * s * s,
  })),
});
if (!built.ok) throw new Error(built.error);
const pump = curveModel(built.value);

function at(speedRatio: number, condition: Partial<Condition> = {}): Setting {
  return {
    pump,
    suction: {
      still: 9,
      loss: 1,
      referenceFlow: 0.03,
      exponent: 2,
      measured: false,
      levelRead: false,
      doubt: 0.4,
    },
    condition: { ...SOUND, ...condition },
    speedRatio,
    meantSpeed: 1,
    speedDoubt: 0,
    npshShift: 0,
    ownFlow: 1,
    ownHead: 1,
    shut: false,
  };
}

function standing(setting: Setting, flow: number) {
  const state = emptyState();
  operate(setting, flow, state);
  return state;
}

const flows = fc.double({ min: 0.002, max: 0.038, noNaN: true });
const ratios = fc.double({ min: 0.4, max: 1.15, noNaN: true });

describe("a pump in some condition at a flow", () => {
  it("is on its sheet when it is sound at rated speed", () => {
    const state = standing(at(1), 0.02);
    expect(state.head).toBeCloseTo(pump.head(0.02), 9);
    expect(state.power).toBeCloseTo(pump.power(0.02), 9);
    expect(state.npshr).toBeCloseTo(pump.npshr(0.02), 9);
    expect(state.innerFlow).toBe(0.02);
    // NPSH from a level: 9 m still, 1 m lost at 0.03 m³/s.
    expect(state.npsha).toBeCloseTo(9 - 1 * (0.02 / 0.03) ** 2, 9);
  });

  it("follows the affinity laws: head and NPSHr with the square, power with the cube of speed", () => {
    fc.assert(
      fc.property(flows, ratios, (flow, r) => {
        const [full, slow] = [standing(at(1), flow), standing(at(r), r * flow)];
        expect(slow.head / full.head).toBeCloseTo(r ** 2, 9);
        expect(slow.power / full.power).toBeCloseTo(r ** 3, 9);
        expect(slow.npshr / full.npshr).toBeCloseTo(r ** 2, 9);
      }),
    );
  });

  it("takes the cube of speed when it moves nothing, too", () => {
    const dead = { dead: { head: 0.1, power: 0.3 } } as Partial<Condition>;
    const [full, slow] = [standing(at(1, dead), 0), standing(at(0.5, dead), 0)];
    expect(full.head).toBeCloseTo(0.1 * pump.shutOffHead, 9);
    expect(slow.head / full.head).toBeCloseTo(0.25, 9);
    expect(slow.power / full.power).toBeCloseTo(0.125, 9);
  });

  it("pushes what leaks back through the wheel as well, as the root of head", () => {
    const { innerFlow, head } = standing(at(1, { leak: 0.1 }), 0.02);
    expect(innerFlow - 0.02).toBeCloseTo(0.1 * pump.bestFlow * Math.sqrt(head / pump.bestHead), 4);
    // A shut valve of its own keeps out what passes a standby, not what leaks inside.
    const passing = at(1, { passing: 0.1 });
    expect(standing({ ...passing, shut: true }, 0).innerFlow).toBe(0);
    expect(standing(passing, 0).innerFlow).toBeGreaterThan(0.001);
  });

  it("loses head and load with gas, more than in proportion, and never all of it", () => {
    const shares = [0, 0.02, 0.05, 0.1, 0.15, 0.3].map((gas) => standing(at(1, { gas }), 0.02));
    const [none] = shares;
    if (!none) throw new Error("one is there");
    expect(shares[1]?.head).toBeCloseTo(0.9 * none.head, 9);
    expect(shares[3]?.head).toBeCloseTo(0.5 * none.head, 9);
    for (const [i, s] of shares.entries()) {
      const before = shares[i - 1];
      if (before) expect(s.head).toBeLessThanOrEqual(before.head);
      expect(s.head).toBeGreaterThanOrEqual(0.03 * none.head - 1e-9);
      // Half the load stays with the machine whatever the gas.
      expect(s.power).toBeCloseTo(none.power * (0.5 + (0.5 * s.head) / none.head), 9);
    }
  });

  it("keeps 97 % of its head where NPSH available is NPSH required, by definition", () => {
    const short = (still: number) =>
      standing(
        {
          ...at(1, { vapour: "must" }),
          suction: {
            still,
            loss: 0,
            referenceFlow: 0.03,
            exponent: 2,
            measured: false,
            levelRead: false,
            doubt: 0.4,
          },
        },
        0.02,
      );
    const required = pump.npshr(0.02);
    expect(short(required).head / pump.head(0.02)).toBeCloseTo(0.97, 9);
    expect(short(2 * required).head / pump.head(0.02)).toBeGreaterThan(0.999);
    // E-fold with each 0.07 of the ratio: 1 − 0.03 e^(0.2/0.07).
    expect(short(0.8 * required).head / pump.head(0.02)).toBeCloseTo(0.478, 3);
    expect(short(0.7 * required).head / pump.head(0.02)).toBeLessThan(0.05);
  });

  it("loses its suction in metres with the square of flow, and a blockage inside likewise", () => {
    const lossy = at(1, { suctionLoss: 3, suctionThick: 2 });
    expect(standing(lossy, 0.03).suctionLoss).toBeCloseTo(2 * 1 + 3, 9);
    expect(standing(lossy, 0.015).suctionLoss).toBeCloseTo(5 / 4, 9);
    const blocked = at(1, { innerLoss: 0.2 });
    const lost = (flow: number) => pump.head(flow) - headUnder(blocked, flow);
    expect(lost(0.03) / lost(0.015)).toBeCloseTo(4, 6);
  });

  it("adds what drags to the shaft in proportion to speed", () => {
    const extra = (r: number) =>
      standing(at(r, { drag: 0.2 }), 0.02 * r).power - standing(at(r), 0.02 * r).power;
    expect(extra(1)).toBeCloseTo(0.2 * (pump.bestPower ?? 0), 6);
    expect(extra(0.5)).toBeCloseTo(0.1 * (pump.bestPower ?? 0), 6);
  });
});
