import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyLine, COLD_SEA, drawnFrom, LIFTING, SOUND } from "../../../testing/lines.ts";
import { lineLoss, partlyOpen, velocityHead } from "../../hydraulics/index.ts";
import { absolutePa, GRAVITY } from "../../quantity/index.ts";
import { lineFaults, type LinePart, placed, pressureLine, READY_LAYOUTS } from "./index.ts";

const level = fc.double({ min: -6, max: 6, noNaN: true });

describe("a line in its place", () => {
  it("joins: each part begins where the one before it ends, and it ends at the flange", () => {
    fc.assert(
      fc.property(anyLine, level, (parts, at) => {
        const laid = placed(parts, { level: at });
        for (const [i, p] of laid.entries()) {
          const next = laid[i + 1];
          if (next) expect(next.from).toBe(p.to);
          expect(Number.isFinite(p.run)).toBe(true);
        }
        expect(laid.at(-1)?.to).toBeCloseTo(0, 9);
      }),
    );
  });

  it("lies evenly where nobody measured, and as it was measured where somebody did", () => {
    const parts: LinePart[] = [
      { kind: "inlet", bore: 0.1, height: -4 },
      { kind: "pipe", length: 3 },
      { kind: "bend" },
      { kind: "pipe", length: 1, height: -0.4 },
      { kind: "pipe", length: 5 },
    ];
    const laid = placed(parts, { level: -3 });
    expect(laid.map((p) => +p.to.toFixed(3))).toEqual([-4, -1.3, -1.3, -0.4, 0]);
    expect(laid.map((p) => p.assumed)).toEqual([false, true, true, false, false]);
  });
});

describe("the pressure along a line", () => {
  it("has the sum of its parts' losses, and falls between two corners by height, loss and speed alone", () => {
    fc.assert(
      fc.property(
        anyLine,
        level,
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        (parts, at, flow) => {
          const drawn = drawnFrom(at, { flow });
          const line = pressureLine(parts, drawn);
          expect(line.total).toBeCloseTo(lineLoss(parts, flow, drawn.viscosity).total, 9);
          expect(line.losses.reduce((a, b) => a + b, 0)).toBeCloseTo(line.total, 9);
          const kinetic = (i: number) => velocityHead(flow, line.parts[i]?.bore ?? 1);
          for (const [k, p] of line.points.entries()) {
            const next = line.points[k + 1];
            if (!next) continue;
            const lost = next.index === p.index ? (line.losses[p.index] ?? 0) : 0;
            const faster = kinetic(next.index) - kinetic(p.index);
            expect(p.absolute - next.absolute).toBeCloseTo(
              next.height - p.height + lost + faster,
              6,
            );
            expect(next.along).toBeGreaterThanOrEqual(p.along);
          }
        },
      ),
    );
  });

  it("is the still water's at no flow: what lies below the level has more than the atmosphere", () => {
    const { points, atmosphere } = pressureLine(SOUND, drawnFrom(2, { flow: 0 }));
    for (const p of points) expect(p.absolute).toBeCloseTo(atmosphere + 2 - p.height, 9);
  });

  it("comes nearest to boiling at the flange of a lift, and sooner in warm water and on a mountain", () => {
    const cold = pressureLine(LIFTING, drawnFrom(-3)).nearest;
    expect(cold?.index).toBe(3);
    const warm = { ...COLD_SEA, vapourPressure: absolutePa(19_900), density: 983 };
    const high = { ...COLD_SEA, atmosphere: absolutePa(80_000) };
    for (const state of [warm, high])
      expect(pressureLine(LIFTING, drawnFrom(-3, { state })).nearest?.aboveBoiling).toBeLessThan(
        cold?.aboveBoiling ?? 0,
      );
  });

  it("agrees with NPSH: at the flange, with the speed back, it is what is available", () => {
    const drawn = drawnFrom(-3);
    const line = pressureLine(LIFTING, drawn);
    const last = line.points.at(-1);
    const npsh = (last?.aboveBoiling ?? 0) + velocityHead(drawn.flow, 0.15);
    const { atmosphere, vapourPressure, density } = COLD_SEA;
    const plain = (atmosphere - vapourPressure) / (density * GRAVITY) - 3 - line.total;
    expect(npsh).toBeCloseTo(plain, 6);
  });
});

describe("what cannot be", () => {
  const faults = (parts: readonly LinePart[], at = -3, lift = true) =>
    lineFaults(parts, { level: at }, lift).map((f) => `${f.at ?? "line"} ${f.code}`);
  const set = (i: number, to: Partial<LinePart>) =>
    LIFTING.map((p, k) => (k === i ? { ...p, ...to } : p));

  it.each<[string, readonly LinePart[]]>([
    ["1 bore-not-above-0", set(1, { bore: 0 })],
    ["1 bore-too-large", set(1, { bore: 80 })],
    ["1 length-below-0", set(1, { length: -3 })],
    ["1 no-length", LIFTING.map((p, k) => (k === 1 ? { kind: "pipe", bore: 0.15 } : p))],
    ["1 heights-do-not-join", set(1, { length: 2 })],
    ["2 opening-not-a-share", set(2, { opening: 70 })],
    ["1 two-foot-valves", [...LIFTING.slice(0, 1), ...LIFTING]],
    ["2 source-end-not-first", set(2, { kind: "bell" })],
    ["0 no-source", LIFTING.slice(1)],
    ["0 no-bore", [{ kind: "pipe", length: 4 }]],
    ["line too-many", Array.from({ length: 201 }, () => ({ kind: "joint", bore: 0.1 }) as const)],
  ])("%s", (said, parts) => {
    expect(faults(parts)).toContain(said);
  });

  it("doubts a lift whose level lies above the pump, and nothing of a sound line", () => {
    expect(faults(SOUND, 2, true)).toEqual(["line lift-with-level-above"]);
    expect(faults(SOUND, 2, false)).toEqual([]);
    expect(faults(LIFTING)).toEqual([]);
  });

  it("has ready layouts that can be drawn at once, at any bore and level", () => {
    for (const { id, parts } of READY_LAYOUTS) {
      const at = { lift: -4, jet: -5, portable: -1.5, trailer: -3.8 }[id] ?? 2;
      for (const bore of [0.025, 0.08, 0.2]) {
        const drawn = parts(bore, at);
        expect(
          faults(drawn, at, at < 0).filter((f) => !f.endsWith("no-source")),
          id,
        ).toEqual([]);
        expect(pressureLine(drawn, drawnFrom(at, { flow: 0 })).nearest, id).toBeDefined();
      }
    }
    expect(READY_LAYOUTS).toHaveLength(8);
  });
});

describe("a valve that is partly open", () => {
  it("loses more the less it is open, from its open row to more than any pump draws against", () => {
    for (const valve of ["gate", "ball", "butterfly", "globe", "diaphragm"] as const)
      fc.assert(
        fc.property(
          fc.double({ min: 0, max: 1, noNaN: true }),
          fc.double({ min: 0, max: 1, noNaN: true }),
          (a, b) => {
            const [low, high] = [Math.min(a, b), Math.max(a, b)];
            expect(partlyOpen(valve, low)).toBeGreaterThanOrEqual(partlyOpen(valve, high) - 1e-9);
          },
        ),
      );
    expect(partlyOpen("gate", 0.5)).toBeCloseTo(5.6, 6);
    expect(partlyOpen("gate", 1)).toBeCloseTo(0.15, 6);
    expect(partlyOpen("globe", 0)).toBeCloseTo(1e6, 0);
  });
});
