import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyLine, COLD_SEA, drawnFrom, PLAIN, PLAIN_PUMP } from "../../../testing/lines.ts";
import { buildCurve, systemThrough } from "../../curve/index.ts";
import { lineLoss } from "../../hydraulics/index.ts";
import { absolutePa } from "../../quantity/index.ts";
import { DEFAULT_MARGIN } from "../margin.ts";
import {
  auditSuction,
  edited,
  lineEffect,
  lineFaults,
  type LinePart,
  nextSize,
  pressureLine,
  sizeFrom,
} from "./index.ts";

const level = fc.double({ min: -6, max: 6, noNaN: true });
const flow = fc.double({ min: 1e-4, max: 0.03, noNaN: true });
const built = buildCurve({
  speed: 2920,
  points: [0, 20, 40, 60, 80, 100].map((q) => ({
    ...{ flow: q / 3600, head: 50 - 0.003 * q * q, power: 9000 },
    npshr: 1.5 + 0.0003 * q * q,
  })),
});
if (!built.ok) throw new Error(built.error);
const pump = {
  ...{ curve: built.value, system: systemThrough(10, 60 / 3600, 38), margin: DEFAULT_MARGIN },
  ...{ casing: 0.01, primer: 0.005 },
};
const effect = (parts: readonly LinePart[], at: number, q: number, asItLies = parts) =>
  lineEffect(parts, drawnFrom(at, { flow: q }), pump, asItLies);
const VISCOSITY = 1.14e-6;

describe("any line", () => {
  it("loses more the more flows, and no part of it gives back", () => {
    fc.assert(
      fc.property(anyLine, flow, (parts, q) => {
        const [less, more] = [q, 1.3 * q].map((v) => lineLoss(parts, v, VISCOSITY));
        expect(more?.total).toBeGreaterThanOrEqual((less?.total ?? 0) * 0.999);
        for (const e of less?.elements ?? []) expect(e.loss).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  it("loses less with the next bore throughout", () => {
    fc.assert(
      fc.property(anyLine, flow, (parts, q) => {
        const wider = parts.map((p) => (p.bore ? { ...p, bore: nextSize(p.bore) } : p));
        const loss = (l: readonly LinePart[]) => lineLoss(l, q, VISCOSITY).total;
        expect(loss(wider)).toBeLessThanOrEqual(loss(parts) + 1e-12);
      }),
    );
  });

  it("has less pressure everywhere where more flows, the water is lower or the air thinner", () => {
    const thin = { ...COLD_SEA, atmosphere: absolutePa(85_000) };
    fc.assert(
      fc.property(anyLine, level, flow, (parts, at, q) => {
        // Heights that nobody gave hang on the level: they are held.
        const fixed = parts.map((p, i) => ({ ...p, height: i === parts.length - 1 ? 0 : -0.5 }));
        const all = pressureLine(fixed, drawnFrom(at, { flow: q })).points;
        for (const worse of [
          pressureLine(fixed, drawnFrom(at, { flow: 1.2 * q })).points,
          pressureLine(fixed, drawnFrom(at - 0.5, { flow: q })).points,
          pressureLine(fixed, drawnFrom(at, { flow: q, state: thin })).points,
        ])
          for (const [i, p] of worse.entries())
            expect(p.absolute).toBeLessThanOrEqual((all[i]?.absolute ?? 0) + 1e-9);
      }),
    );
  });

  it("keeps its margin at the lowest level, and not below it", () => {
    fc.assert(
      fc.property(anyLine, level, flow, (parts, at, q) => {
        const { lowestLevel, wanted } = effect(parts, at, q);
        if (lowestLevel === undefined || wanted === undefined) return;
        const there = effect(parts, lowestLevel, q);
        expect(there.available - wanted).toBeCloseTo(0, 6);
        expect(effect(parts, lowestLevel - 0.1, q).available).toBeLessThan(wanted);
      }),
    );
  });

  it("has a greatest lift that is its lowest level from the other side", () => {
    fc.assert(
      fc.property(anyLine, level, flow, (parts, at, q) => {
        const e = effect(parts, at, q);
        expect((e.greatestLift ?? 0) + (e.lowestLevel ?? 0)).toBeCloseTo(0, 6);
      }),
    );
  });

  it("gives less through more loss, and never more than its curve has", () => {
    fc.assert(
      fc.property(anyLine, level, (parts, at) => {
        const choked = [...parts, { kind: "valve", valve: "globe", bore: 0.08 } as const];
        const [free, less] = [effect(parts, at, 0.015), effect(choked, at, 0.015, parts)];
        expect(less.gives ?? 0).toBeLessThanOrEqual((free.gives ?? 1) + 1e-9);
        expect(free.gives ?? 0).toBeLessThanOrEqual(100 / 3600 + 1e-9);
      }),
    );
  });

  it("takes longer to prime with more air and a weaker primer, and never primes above what the air holds", () => {
    fc.assert(
      fc.property(anyLine, fc.double({ min: -12, max: -0.2, noNaN: true }), (parts, at) => {
        const { priming } = effect(parts, at, 0.01);
        if (at < -10.4 && (priming?.reaches ?? 0) > 0) expect(priming?.time).toBeUndefined();
        if (priming?.time === undefined) return;
        const timeWith = (casing: number, primer: number) =>
          lineEffect(parts, drawnFrom(at, { flow: 0.01 }), { ...pump, casing, primer }).priming
            ?.time ?? Number.POSITIVE_INFINITY;
        expect(timeWith(0.02, 0.005)).toBeGreaterThan(priming.time);
        expect(timeWith(0.01, 0.01)).toBeLessThan(priming.time);
      }),
    );
  });
});

describe("the audit of any line", () => {
  const audited = (parts: readonly LinePart[], at: number, q: number) =>
    auditSuction({
      ...{ parts, drawn: drawnFrom(at, { flow: q }), today: q, pump: PLAIN_PUMP, say: PLAIN },
    });

  it("points at parts that are there, in words without figures that are none", () => {
    fc.assert(
      fc.property(anyLine, level, flow, (parts, at, q) => {
        for (const f of audited(parts, at, q)) {
          for (const i of f.at) expect(parts[i]).toBeDefined();
          expect(`${f.why} ${f.change}`).not.toMatch(/NaN|undefined|Infinity/);
        }
      }),
    );
  });

  it("never mends a line into one that loses more by what costs metres, or cannot be drawn", () => {
    fc.assert(
      fc.property(anyLine, level, flow, (parts, at, q) => {
        for (const f of audited(parts, at, q)) {
          if (f.group === "metres") expect(f.givesAtDuty ?? 0).toBeGreaterThanOrEqual(-1e-9);
          const mended = edited(parts, f.edits);
          const stops = lineFaults(mended, { level: at }, at < 0).filter((x) => x.stops);
          expect(stops, f.flag).toEqual([]);
        }
      }),
    );
  });

  it("sorts what costs metres by what it gives back, and harm behind it", () => {
    fc.assert(
      fc.property(anyLine, level, flow, (parts, at, q) => {
        const found = audited(parts, at, q);
        const first = found.findIndex((f) => f.group === "harm");
        const metres = first < 0 ? found : found.slice(0, first);
        expect(metres.every((f) => f.group === "metres")).toBe(true);
        expect(found.slice(metres.length).every((f) => f.group === "harm")).toBe(true);
        const gives = metres.map((f) => f.givesAtDuty ?? 0);
        expect(gives).toEqual(gives.toSorted((a, b) => b - a));
      }),
    );
  });
});

it("bores that can be bought: the next is wider, and the smallest that fits fits", () => {
  fc.assert(
    fc.property(fc.double({ min: 0.01, max: 2, noNaN: true }), (bore) => {
      expect(nextSize(bore)).toBeGreaterThan(bore);
      expect(sizeFrom(bore)).toBeGreaterThanOrEqual(0.99 * bore);
    }),
  );
});
