import { describe, expect, it } from "vitest";
import { type Condition, SOUND } from "./model/condition.ts";
import { together } from "./pairs.ts";

/** What two of each come to: factors of one pump multiply, what is lost or added adds up. */
const TWO: readonly (readonly [keyof Condition, number, number, number])[] = [
  ["speed", 0.9, 0.8, 0.72],
  ["curveFlow", 0.9, 0.9, 0.81],
  ["curveHead", 0.8, 0.9, 0.72],
  ["curvePower", 1.1, 1.2, 1.32],
  ["suctionThick", 2, 3, 6],
  ["thickHead", 0.1, 0.2, 0.3],
  ["leak", 0.05, 0.1, 0.15],
  ["passing", 0.1, 0.1, 0.2],
  ["innerLoss", 0.1, 0.3, 0.4],
  ["gas", 0.02, 0.03, 0.05],
  ["suctionLoss", 1, 2, 3],
  ["flowLost", 0.001, 0.002, 0.003],
  ["staticExtra", 3, 4, 7],
  ["drag", 0.1, 0.1, 0.2],
  ["headDoubt", 0.04, 0.02, 0.06],
  ["shortBy", 0.1, 0.2, 0.3],
  ["slow", 0.1, 0.2, 0.3],
  ["thick", 2, 3, 6],
  ["suctionOffset", 1000, -3000, -2000],
  ["dischargeOffset", 2000, 2000, 4000],
  ["offsetSpread", 500, 500, 1000],
];

describe("two causes on one pump", () => {
  it.each(TWO)("put their %s together", (key, one, two, both) => {
    expect(together({ [key]: one }, { [key]: two })[key]).toBeCloseTo(both, 12);
    // One of them alone is what it was.
    expect(together({ [key]: one }, {})[key]).toBeCloseTo(one, 12);
    expect(together({}, { [key]: two })[key]).toBeCloseTo(two, 12);
  });

  it("forget nothing that a condition has", () => {
    const told = new Set<string>([
      ...TWO.map(([key]) => key),
      "dead",
      "vapour",
      "supply",
      "fallen",
    ]);
    // Only what is not listed is loose, and that is never one of two.
    const rest = Object.keys(SOUND).filter((key) => !told.has(key));
    expect(rest).toEqual(["looseness"]);
    expect(Object.keys(together({}, {})).sort()).toEqual([...told].sort());
  });

  it("boil where either must, and stand still where either does", () => {
    expect(together({ vapour: "may" }, { vapour: "must" }).vapour).toBe("must");
    expect(together({ vapour: "may" }, {}).vapour).toBe("may");
    expect(together({}, {}).vapour).toBe("must-not");
    expect(together({ fallen: true }, {}).fallen).toBe(true);
    expect(together({}, {}).fallen).toBe(false);
    const dead: Condition["dead"] = {
      ...{ head: 0.1, headSpread: 0.05, power: 0.3, powerSpread: 0.1 },
      ...{ vacuum: 0, vacuumSpread: 1, dribble: 0 },
    };
    expect(together({ gas: 0.1 }, { dead }).dead).toEqual(dead);
    expect(together({ dead }, { gas: 0.1 }).dead).toEqual(dead);
  });

  it("are as unbalanced as both, and lack a phase where either does", () => {
    const supply = (more: Partial<Condition["supply"]>) => ({
      supply: { ...SOUND.supply, ...more },
    });
    expect(together(supply({ imbalance: 0.03 }), supply({ imbalance: 0.04 })).supply).toMatchObject(
      { imbalance: expect.closeTo(0.05, 9) as number, phaseLost: false },
    );
    expect(together(supply({ phaseLost: true }), {}).supply?.phaseLost).toBe(true);
    expect(together(supply({ volts: 0.9 }), supply({ volts: 0.9 })).supply?.volts).toBeCloseTo(
      0.81,
    );
  });
});
