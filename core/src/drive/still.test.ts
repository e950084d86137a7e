import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { capacitor, insulation, rollLeads, windings } from "./index.ts";

const ohms = fc.double({ min: 0.5, max: 20, noNaN: true });
const LATIN = [
  ["T1", "T2", "T3"],
  ["T3", "T1", "T2"],
  ["T2", "T3", "T1"],
];

describe("windings", () => {
  it("compare the same at any temperature", () => {
    fc.assert(
      fc.property(
        ohms,
        ohms,
        ohms,
        fc.double({ min: 253, max: 400, noNaN: true }),
        (a, b, c, t) => {
          const cold = windings([a, b, c], 293.15);
          const warm = windings([a, b, c], t);
          expect(warm?.spreadPercent).toBeCloseTo(cold?.spreadPercent ?? 0, 6);
        },
      ),
    );
  });

  it("read the same at 20 °C", () => {
    expect(windings([2, 2.02, 1.98], 293.15)?.at20C).toEqual([2, 2.02, 1.98]);
  });

  it("do not take a cable that is longer than the reading", () => {
    expect(windings([0.5, 0.5, 0.5], 293.15, 0.9)).toBeUndefined();
  });
});

describe("insulation", () => {
  it("halves for each 10 K warmer when corrected", () => {
    const at = (celsius: number) => insulation(100e6, 273.15 + celsius).at40C;
    expect(at(30) * 2).toBeCloseTo(at(40), 0);
    expect(at(40)).toBeCloseTo(100e6, 0);
  });

  it("asks for more above 1 kV", () => {
    expect(insulation(50e6, 313.15).outcome).toBe("good");
    expect(insulation(50e6, 313.15, true).outcome).toBe("low");
  });
});

describe("capacitor", () => {
  it("comes from current and voltage", () => {
    const found = capacitor(2 * Math.PI * 50 * 400 * 20e-6, 400, 50, 20e-6);
    expect(found?.capacitance).toBeCloseTo(20e-6, 12);
    expect(found?.outcome).toBe("in-tolerance");
    expect(capacitor(1, 400, 50, 20e-6)?.outcome).toBe("weak");
    expect(capacitor(1, 0, 50)).toBeUndefined();
  });
});

describe("rolled leads", () => {
  const deviation = fc.double({ min: -0.15, max: 0.15, noNaN: true });

  it("find a pure line effect with the supply and a pure lead effect with the motor", () => {
    fc.assert(
      fc.property(deviation, deviation, (a, b) => {
        fc.pre(Math.abs(a) > 0.08 || Math.abs(b) > 0.08);
        const effects = [a, b, -a - b];
        const byLine = LATIN.map(() => effects.map((e) => 20 * (1 + e)));
        const byLead = LATIN.map((row) =>
          row.map((lead) => 20 * (1 + (effects[Number(lead[1]) - 1] ?? 0))),
        );
        const line = rollLeads(byLine, LATIN);
        const lead = rollLeads(byLead, LATIN);
        expect(line?.supplyShare).toBeCloseTo(1, 6);
        expect(line?.outcome).toBe("follows-line");
        expect(lead?.motorShare).toBeCloseTo(1, 6);
        expect(lead?.outcome).toBe("follows-motor");
      }),
    );
  });

  it("have nothing to explain when all are even", () => {
    expect(
      rollLeads(
        LATIN.map(() => [10, 10.1, 9.95]),
        LATIN,
      )?.outcome,
    ).toBe("balanced");
  });

  it("need three full hook-ups", () => {
    expect(rollLeads([[1, 2, 3]], LATIN)).toBeUndefined();
    expect(
      rollLeads(
        [
          [1, 2, 3],
          [1, 2, 3],
          [1, 2],
        ],
        LATIN,
      ),
    ).toBeUndefined();
  });
});

describe("figures of a motor at rest", () => {
  it("take the cable off before the temperature", () => {
    // 60 °C: (2.5144 − 0.2)/(1 + 0.00393 · 40) = 2.3144/1.1572.
    const found = windings([2.5144, 2.5144, 2.5144], 333.15, 0.2);
    expect(found?.at20C[0]).toBeCloseTo(2, 4);
  });

  it("have no verdict on a capacitor whose plate cannot be read", () => {
    expect(capacitor(2.5, 400, 50)).toEqual({
      capacitance: 2.5 / (2 * Math.PI * 50 * 400),
      deviationPercent: undefined,
      outcome: undefined,
    });
    expect(capacitor(2 * Math.PI * 50 * 400 * 25e-6, 400, 50, 20e-6)?.outcome).toBe("high");
  });

  it("need three full rows of currents and of leads", () => {
    const even = LATIN.map(() => [10, 10, 10]);
    const [one = [], two = []] = LATIN;
    expect(rollLeads(even, [one, two, ["T1", "T2"]])).toBeUndefined();
    expect(
      rollLeads(
        [
          [10, 10, 10],
          [10, 10, 10],
          [10, 10],
        ],
        LATIN,
      ),
    ).toBeUndefined();
    expect(rollLeads(even, [one, two])).toBeUndefined();
    expect(rollLeads(even, LATIN)).toMatchObject({ supplyShare: 0, motorShare: 0 });
  });

  it("are balanced only when every hook-up is", () => {
    // Two hook-ups even, one uneven by a tenth.
    const found = rollLeads(
      [
        [10, 10, 10],
        [10, 10, 10],
        [11, 10, 9],
      ],
      LATIN,
    );
    expect(found?.outcome).not.toBe("balanced");
    expect(found?.imbalancePercentPerHookUp[2]).toBeCloseTo(10, 6);
  });
});
