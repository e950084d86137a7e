import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildCurve, curveAtSpeed, readCurve, systemHead, systemThrough } from "../curve/index.ts";
import { waterState } from "../liquid/index.ts";
import { absolutePa, gaugePa } from "../quantity/index.ts";
import { leversOf, npshFromLayout, targetNpsh } from "./index.ts";

const built = buildCurve({
  speed: 2920,
  points: [
    { flow: 0, head: 52, power: 5100 },
    { flow: 30 / 3600, head: 50.5, power: 7400, npshr: 1.6 },
    { flow: 60 / 3600, head: 45, power: 9900, npshr: 2.1 },
    { flow: 90 / 3600, head: 35, power: 11800, npshr: 3.6 },
  ],
});
if (!built.ok) throw new Error(built.error);
const curve = built.value;

/** A pump on a lift with warm water; `level` decides how short it is. */
function setup(level: number, celsius = 60) {
  const water = waterState(273.15 + celsius);
  if (!water.ok) throw new Error(water.error.code);
  const flow = 78 / 3600;
  const head = readCurve(curve, flow).head ?? 0;
  return {
    layout: {
      sourceLevel: level,
      surfacePressure: gaugePa(0),
      loss: { flow: 60 / 3600, head: 0.6 },
    },
    state: {
      atmosphere: absolutePa(100300),
      vapourPressure: water.value.vapourPressure,
      density: water.value.density,
    },
    curve,
    system: systemThrough(12, flow, head),
    flow,
    temperature: 273.15 + celsius,
    liquidAt: (t: number) => {
      const w = waterState(t);
      return w.ok ? w.value : undefined;
    },
  };
}

const shortLevel = fc.double({ min: -5.2, max: -3.6, noNaN: true });

describe("levers on NPSH", () => {
  it("give exactly the wanted margin when moved that far, each alone", () => {
    fc.assert(
      fc.property(shortLevel, (level) => {
        const at = setup(level);
        const levers = leversOf(at);
        if (levers === "no-npsh-required") throw new Error(levers);
        const wanted = targetNpsh(readCurve(curve, at.flow).npshr ?? 0);

        const raised = { ...at.layout, sourceLevel: level + levers.raiseLevelBy };
        expect(npshFromLayout(raised, at.state, at.flow)).toBeCloseTo(wanted, 8);

        if (levers.throttleTo) {
          const { flow, pumpHead, headBurnedInValve } = levers.throttleTo;
          const required = readCurve(curve, flow).npshr ?? 0;
          expect(npshFromLayout(at.layout, at.state, flow)).toBeCloseTo(targetNpsh(required), 6);
          expect(pumpHead - headBurnedInValve).toBeCloseTo(systemHead(at.system, flow), 8);
          expect(flow).toBeLessThan(at.flow);
        }
        if (levers.slowTo) {
          const slower = curveAtSpeed(curve, levers.slowTo.speed);
          const required = readCurve(slower, levers.slowTo.flow).npshr ?? 0;
          expect(npshFromLayout(at.layout, at.state, levers.slowTo.flow)).toBeCloseTo(
            targetNpsh(required),
            5,
          );
          expect(levers.slowTo.speed).toBeLessThan(2920);
        }
        if (levers.coolTo !== null) {
          const cooler = at.liquidAt(levers.coolTo);
          if (!cooler) throw new Error("water");
          const state = {
            ...at.state,
            density: cooler.density,
            vapourPressure: cooler.vapourPressure,
          };
          expect(npshFromLayout(at.layout, state, at.flow)).toBeCloseTo(wanted, 5);
        }
      }),
      { numRuns: 25 },
    );
  });

  it("ask for more the lower the level", () => {
    fc.assert(
      fc.property(shortLevel, (level) => {
        const a = leversOf(setup(level));
        const b = leversOf(setup(level - 0.3));
        if (typeof a === "string" || typeof b === "string") throw new Error("levers");
        expect(b.raiseLevelBy).toBeGreaterThan(a.raiseLevelBy);
        if (a.throttleTo && b.throttleTo) {
          expect(b.throttleTo.flow).toBeLessThan(a.throttleTo.flow);
        }
      }),
      { numRuns: 25 },
    );
  });

  it("leave everything where it is when there is margin", () => {
    const at = setup(3, 15);
    const levers = leversOf(at);
    if (typeof levers === "string") throw new Error(levers);
    expect(levers.raiseLevelBy).toBeLessThan(0);
    expect(levers.throttleTo?.flow).toBe(at.flow);
    expect(levers.slowTo?.speed).toBe(2920);
    expect(levers.coolTo).toBe(at.temperature);
  });

  it("say no where a lever cannot do it", () => {
    const hopeless = leversOf(setup(-9.8, 15));
    if (typeof hopeless === "string") throw new Error(hopeless);
    expect(hopeless.cutSuctionLossBy).toBeNull();
    expect(hopeless.throttleTo).toBeNull();
    expect(hopeless.coolTo).toBeNull();
  });

  it("need NPSH required at the present flow", () => {
    expect(leversOf({ ...setup(-4), flow: 10 / 3600 })).toBe("no-npsh-required");
  });
});
