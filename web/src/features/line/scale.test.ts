import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sheetScale } from "./scale";

const height = fc.double({ min: -60, max: 60, noNaN: true });
const part = fc.record({
  ...{ from: height, to: height },
  run: fc.double({ min: 0, max: 500, noNaN: true }),
  length: fc.constantFrom(0, 1, 500),
});

describe("a line on its sheet", () => {
  it("joins its parts, stays on the sheet, and keeps what is higher above", () => {
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 80 }), height, (parts, level) => {
        const box = { width: 520, height: 190 };
        const scale = sheetScale(parts, [level], box);
        for (const [i, p] of scale.parts.entries()) {
          expect(p.x1 - p.x0).toBeGreaterThan(15);
          const next = scale.parts[i + 1];
          if (next) expect(next.x0).toBe(p.x1);
          for (const y of [p.y0, p.y1, scale.y(level)]) {
            expect(y).toBeGreaterThan(-1e-6);
            expect(y).toBeLessThan(box.height + 1e-6);
          }
          expect(p.x1).toBeLessThanOrEqual(scale.width + 1e-6);
          if ((parts[i]?.to ?? 0) > level) expect(p.y1).toBeLessThanOrEqual(scale.y(level));
        }
        expect(scale.stretch).toBeLessThanOrEqual(4 + 1e-9);
      }),
    );
  });

  it("has one scale for heights and lengths where both show", () => {
    const parts = [{ from: -3, to: 0, run: 4, length: 5 }];
    expect(sheetScale(parts, [], { width: 520, height: 370 }).stretch).toBeCloseTo(1, 6);
  });
});
