import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  currentAtLoad,
  derating,
  imbalance,
  loadFromCurrent,
  loadFromSpeed,
  loadOf,
  noLoadCurrentOf,
  phaseLoss,
  polesFromPlate,
  speedAtLoad,
} from "./index.ts";

const amps = fc.double({ min: 1, max: 500, noNaN: true });
const PLATE = {
  phases: 3 as const,
  power: 15000,
  voltage: 400,
  current: 27.5,
  speed: 2930,
  frequency: 50,
};

describe("imbalance", () => {
  it("does not depend on the order of the phases", () => {
    fc.assert(
      fc.property(amps, amps, amps, (a, b, c) => {
        expect(imbalance([c, a, b], "amps")?.percent).toBeCloseTo(
          imbalance([a, b, c], "amps")?.percent ?? 0,
          9,
        );
      }),
    );
  });

  it("does not depend on the size of the readings", () => {
    fc.assert(
      fc.property(amps, amps, amps, fc.double({ min: 0.1, max: 10, noNaN: true }), (a, b, c, k) => {
        expect(imbalance([a * k, b * k, c * k], "amps")?.percent).toBeCloseTo(
          imbalance([a, b, c], "amps")?.percent ?? 0,
          7,
        );
      }),
    );
  });

  it("has a shape: one low, one high, or one of each, on whichever line and however much", () => {
    const share = fc.double({ min: 0.02, max: 0.9, noNaN: true });
    const line = fc.integer({ min: 0, max: 2 });
    fc.assert(
      fc.property(amps, share, line, (mean, p, first) => {
        const turned = (values: readonly number[]) =>
          values.map((_, k) => mean * (values[(k + first) % 3] ?? 0));
        const shape = (values: readonly number[]) => imbalance(turned(values), "amps")?.shape;
        expect(shape([1 - p, 1 + p / 2, 1 + p / 2])).toBeCloseTo(0, 3);
        expect(shape([1 + p, 1 - p / 2, 1 - p / 2])).toBeCloseTo(Math.PI, 3);
        expect(shape([1 + p, 1 - p, 1])).toBeCloseTo(Math.PI / 2, 3);
        expect(shape([1, 1 + p, 1 - p])).toBeCloseTo(Math.PI / 2, 3);
      }),
    );
  });

  it("needs three readings and a current", () => {
    expect(imbalance([1, 2], "amps")).toBeUndefined();
    expect(imbalance([0, 0, 0], "amps")).toBeUndefined();
  });

  it("stops above 5 % of voltage, where derating ends", () => {
    expect(imbalance([400, 362, 405], "volts")?.band).toBe("stop");
    expect(derating(6)).toBeUndefined();
    expect(derating(2.5)).toBeCloseTo(0.915);
  });
});

describe("phase loss", () => {
  it("needs one dead phase between two live ones", () => {
    expect(phaseLoss([18.9, 0.1, 19.2])?.lostIndex).toBe(1);
    expect(phaseLoss([18.9, 17, 19.2])).toBeUndefined();
    expect(phaseLoss([0, 0, 0])).toBeUndefined();
  });
});

describe("load", () => {
  it("goes to a current and back", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 1.3, noNaN: true }), (x) => {
        const back = loadFromCurrent(currentAtLoad(x, 27.5, 9.6), 27.5, 9.6);
        expect(back.ok && back.value).toBeCloseTo(x, 9);
      }),
    );
  });

  it("rises with the current", () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 30, noNaN: true }), (i) => {
        const a = loadFromCurrent(i, 27.5, 9.6);
        const b = loadFromCurrent(i + 0.1, 27.5, 9.6);
        expect(a.ok && b.ok && b.value > a.value).toBe(true);
      }),
    );
  });

  it("goes to a speed and back", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1.3, noNaN: true }), (x) => {
        expect(loadFromSpeed(3000, 2930, speedAtLoad(3000, 2930, x))).toBeCloseTo(x, 9);
      }),
    );
  });

  it("refuses a no-load current at or above full load", () => {
    expect(loadFromCurrent(5, 4, 4).ok).toBe(false);
  });

  it("knows the poles from the plate", () => {
    expect(polesFromPlate(50, 2930)).toBe(2);
    expect(polesFromPlate(60, 1765)).toBe(4);
    expect(polesFromPlate(50, 960)).toBe(6);
  });

  it("takes the no-load current usual for the size where the plate has no power factor", () => {
    const share = (power: number) =>
      noLoadCurrentOf({ phases: 3, power, current: 1, speed: 1450, frequency: 50 })?.value ?? 0;
    for (const [power, low, high] of [
      [370, 0.6, 0.8],
      [2200, 0.47, 0.6],
      [18500, 0.34, 0.46],
      [45000, 0.3, 0.42],
    ] as const) {
      expect(share(power), `${power} W`).toBeGreaterThan(low);
      expect(share(power), `${power} W`).toBeLessThan(high);
    }
    expect(share(2200)).toBeLessThan(share(370));
  });

  it("widens when the no-load current is estimated and not measured", () => {
    const measured = { ...PLATE, noLoadCurrent: noLoadCurrentOf(PLATE)?.value };
    const clamp = { value: 19, u: 0.2 };
    expect(loadOf(PLATE, clamp)?.fraction.u).toBeGreaterThan(
      loadOf(measured, clamp)?.fraction.u ?? 1,
    );
  });

  it("knows a no-load current on the plate to 2 %", () => {
    expect(noLoadCurrentOf({ ...PLATE, noLoadCurrent: 10 })).toEqual({ value: 10, u: 0.2 });
  });

  it("is torque behind a drive: power is load, plate and frequency", () => {
    const clamp = { value: 19, u: 0.2 };
    const [mains, slow] = [loadOf(PLATE, clamp, 400), loadOf(PLATE, clamp, 304, 0.76)];
    expect(slow?.shaftPower.value).toBeCloseTo(0.76 * (mains?.shaftPower.value ?? 0), 6);
  });

  it("leaves a load near none open, where the root is steep", () => {
    const idle = noLoadCurrentOf(PLATE)?.value ?? 0;
    for (const amps of [0.8 * idle, idle, 1.05 * idle]) {
      const load = loadOf(PLATE, { value: amps, u: 0.02 * amps })?.fraction;
      expect((load?.value ?? 0) + 2 * (load?.u ?? 0)).toBeGreaterThan(0.25);
    }
  });
});
