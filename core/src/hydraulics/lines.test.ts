import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildCurve, readCurve, valueAt } from "../curve/index.ts";
import {
  casingVolumeFromPorts,
  deadHeadLimit,
  demandPlace,
  exitLoss,
  fieldCurve,
  fireSize,
  flowFromLevel,
  type LineElement,
  lineLoss,
  orderFaults,
  pipeLoss,
  roughnessOf,
  velocityHead,
} from "./index.ts";

const WATER = 1e-6;
const LINE: readonly LineElement[] = [
  { kind: "bell", bore: 0.1 },
  { kind: "pipe", length: 12, material: "steel" },
  { kind: "bend", angle: Math.PI / 2, radius: 0.15 },
  { kind: "valve", valve: "gate" },
  { kind: "reducer", bore: 0.08, shape: "eccentric-flat-top" } as LineElement,
  { kind: "pipe", length: 2, material: "steel" },
];
const flow = fc.double({ min: 0.001, max: 0.04, noNaN: true });

describe("a line of elements", () => {
  it("is the sum of its elements, whatever their order", () => {
    fc.assert(
      fc.property(flow, fc.shuffledSubarray([...LINE], { minLength: 6 }), (q, shuffled) => {
        // Bores are written out first: an element without one has that of the one before.
        let bore = 0.1;
        const full = LINE.map((e) => ({ ...e, bore: (bore = e.bore ?? bore) }));
        const again = shuffled.map((e) => full[LINE.indexOf(e)]).filter((e) => e !== undefined);
        const a = lineLoss(full, q, WATER);
        expect(lineLoss(again, q, WATER).total).toBeCloseTo(a.total, 9);
        expect(a.elements.reduce((s, e) => s + e.loss, 0)).toBeCloseTo(a.total, 9);
        expect(lineLoss(LINE, q, WATER).total).toBeCloseTo(a.total, 9);
      }),
    );
  });

  it("loses more at more flow, with a longer pipe, and never gives energy back", () => {
    fc.assert(
      fc.property(flow, fc.double({ min: 1.05, max: 3, noNaN: true }), (q, factor) => {
        const base = lineLoss(LINE, q, WATER).total;
        expect(base).toBeGreaterThan(0);
        expect(lineLoss(LINE, q * factor, WATER).total).toBeGreaterThan(base);
        const longer = LINE.map((e) => (e.length ? { ...e, length: e.length * factor } : e));
        expect(lineLoss(longer, q, WATER).total).toBeGreaterThan(base);
      }),
    );
  });

  it("is one pipe when it is one pipe", () => {
    const loss = lineLoss([{ kind: "pipe", bore: 0.1, length: 40, roughness: 5e-5 }], 0.01, WATER);
    const pipe = pipeLoss({ bore: 0.1, length: 40, roughness: 5e-5 }, 0.01, WATER);
    expect(pipe.ok && loss.total).toBeCloseTo(pipe.ok ? pipe.value.totalLoss : -1, 12);
  });

  it("takes a stated K before its table, and says where K comes from", () => {
    const [table] = lineLoss([{ kind: "check-valve", bore: 0.1 }], 0.01, WATER).elements;
    const [own] = lineLoss([{ kind: "check-valve", bore: 0.1, k: 7 }], 0.01, WATER).elements;
    expect(own?.k).toBe(7);
    expect(own?.source).toBe("as given");
    expect(table?.source).toContain("Crane");
    expect(own?.loss).toBeCloseTo(7 * velocityHead(0.01, 0.1), 9);
  });

  it("chokes with the open area of a strainer, and flags transition", () => {
    const open = (freeArea: number) =>
      lineLoss([{ kind: "strainer", bore: 0.1, freeArea }], 0.01, WATER).total;
    expect(open(0.004)).toBeGreaterThan(10 * open(0.03));
    expect(lineLoss([{ kind: "pipe", bore: 0.05, length: 5 }], 1.2e-4, WATER).transition).toBe(
      true,
    );
    expect(lineLoss([{ kind: "pipe", length: 5 }], 0.01, WATER).unknownBore).toBe(0);
    expect(exitLoss(LINE, 0.01)).toBeCloseTo(velocityHead(0.01, 0.08), 9);
  });

  it.each([
    [[{ kind: "pipe" }, { kind: "foot-valve" }], "suction", [1]],
    [[{ kind: "strainer" }, { kind: "foot-valve" }, { kind: "pipe" }], "suction", []],
    [[{ kind: "pipe" }, { kind: "bell" }], "discharge", [1]],
    [[{ kind: "pipe" }, { kind: "check-valve" }], "discharge", []],
  ] as const)("names what cannot stand where it stands: %j on the %s side", (line, side, at) => {
    expect(orderFaults(line, side).map((f) => f.index)).toEqual(at);
  });

  it.each([
    ["galvanised steel", 0.15e-3],
    ["Stainless", 0.045e-3],
    ["PVC-U", 0.0015e-3],
    [undefined, 0.1e-3],
  ])("knows the roughness of %s", (material, metres) => {
    expect(roughnessOf(material)).toBe(metres);
  });
});

function rated(exponent: number) {
  const built = buildCurve({
    speed: 2900,
    points: [0, 0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875, 1].map((s) => ({
      flow: 0.025 * s,
      head: 50 - 18 * s ** exponent,
    })),
  });
  if (!built.ok) throw new Error(built.error);
  return built.value;
}

describe("three-point field curve", () => {
  const curve = rated(3.2);
  const at = (q: number) => readCurve(curve, Math.max(0, q)).head ?? Number.NaN;
  const points = (head: (q: number) => number) =>
    [0, 0.01, 0.02].map((q, i) => ({
      label: ["shut", "throttled", "as found"][i] ?? "",
      flow: q,
      head: { value: head(q), u: 0.12 },
    }));
  it.each([
    ["none", (q: number) => at(q)],
    ["offset", (q: number) => at(q) - 3],
    ["restriction", (q: number) => at(q) - 8 * (q / 0.025) ** 2],
    ["smaller-wheel", (q: number) => 0.93 ** 2 * at(q / 0.93)],
  ] as const)("finds %s first, and names nothing it cannot tell from another", (shape, head) => {
    const found = fieldCurve(curve, points(head));
    expect(found?.shapes[0]?.shape).toBe(shape);
    expect(found?.named ?? shape).toBe(shape);
    if (found?.named === undefined) expect(found?.alsoPossible.length).toBeGreaterThan(0);
  });

  it("does not tell apart what its points cannot", () => {
    const coarse = points((q) => at(q) - 2).map((p) => ({ ...p, head: { ...p.head, u: 1.5 } }));
    const found = fieldCurve(curve, coarse);
    expect(["none", undefined]).toContain(found?.named);
    expect(fieldCurve(curve, coarse.slice(0, 1))).toBeUndefined();
  });

  it("does not tell a smaller wheel from an offset on a parabola, where both are the same", () => {
    const parabola = rated(2);
    const lower = points((q) => (readCurve(parabola, q).head ?? 0) - 3);
    const found = fieldCurve(parabola, lower);
    expect(found?.named).toBeUndefined();
    expect([found?.shapes[0]?.shape, ...(found?.alsoPossible ?? [])].sort()).toEqual(
      expect.arrayContaining(["offset", "smaller-wheel"]),
    );
  });

  it("finds the size of a wheel", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.85, max: 0.98, noNaN: true }), (ratio) => {
        const shapes =
          fieldCurve(
            curve,
            points((q) => ratio ** 2 * at(q / ratio)),
          )?.shapes ?? [];
        const wheel = shapes.find((s) => s.shape === "smaller-wheel");
        expect(wheel?.size).toBeCloseTo(ratio, 2);
      }),
    );
  });

  it("has a leak's shape: less flow at equal head", () => {
    const leak = (q: number) => valueAt(curve.head, Math.min(0.025, q + 0.0035)) ?? 0;
    const best = fieldCurve(curve, points(leak))?.shapes[0]?.shape;
    expect(["leak", "restriction"]).toContain(best);
  });
});

describe("timed level", () => {
  it("adds the inflow to what falls, and is surer over a longer time", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.double({ min: 20, max: 600, noNaN: true }),
        (area, fall, over) => {
          const short = flowFromLevel({ area, fall, over, inflow: 0.001 });
          const long = flowFromLevel({ area, fall: 4 * fall, over: 4 * over, inflow: 0.001 });
          expect(short?.value).toBeCloseTo((area * fall) / over + 0.001, 12);
          expect(long?.value).toBeCloseTo(short?.value ?? 0, 12);
          expect(long?.u ?? 1).toBeLessThan(short?.u ?? 0);
        },
      ),
    );
  });

  it("takes the inflow from the refill, and refuses no time", () => {
    const f = flowFromLevel({ area: 2, fall: 0.3, over: 60, refill: { rise: 0.3, over: 120 } });
    expect(f?.value).toBeCloseTo(2 * 0.3 * (1 / 60 + 1 / 120), 12);
    expect(flowFromLevel({ area: 2, fall: 0.3, over: 0 })).toBeUndefined();
    expect(flowFromLevel({ area: 0, fall: 0.3, over: 9 })).toBeUndefined();
  });
});

describe("heat and fire", () => {
  it("stops plastic at 60 °C, metal at 80 °C, both short of boiling", () => {
    const at = (plastic: boolean, boiling?: number) =>
      deadHeadLimit({
        power: 5000,
        volume: 0.008,
        density: 998,
        temperature: 288,
        plastic,
        boiling,
      });
    expect(at(true).limit - 273.15).toBeCloseTo(60);
    expect(at(false).limit - 273.15).toBeCloseTo(80);
    expect(at(false, 343.15).limit - 273.15).toBeCloseTo(60);
    expect(at(false).seconds).toBeGreaterThan(at(true).seconds);
    expect(casingVolumeFromPorts(0.08, 0.065)).toBeGreaterThan(0.001);
  });

  it("sizes a fire-water pump by its demand", () => {
    const gpm = (v: number) => v * 6.30901964e-5;
    const size = fireSize(gpm(1000));
    expect((size?.smallest ?? 0) / gpm(1)).toBeCloseTo(750, 3);
    expect((size?.preferred ?? 0) / gpm(1)).toBeCloseTo(750, 3);
    expect(size?.share(gpm(750))).toBeCloseTo(1.333, 3);
    expect(demandPlace(gpm(1000), gpm(750))).toBe("usual");
    expect(demandPlace(gpm(1100), gpm(750))).toBe("at-limit");
    expect(demandPlace(gpm(1200), gpm(750))).toBe("outside");
    expect(fireSize(gpm(9000))).toBeUndefined();
  });
});
