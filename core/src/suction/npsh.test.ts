import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { velocityHead } from "../hydraulics/index.ts";
import { absolutePa, gaugePa } from "../quantity/index.ts";
import { lossAt, npsh, npshFromGauge, npshFromLayout, targetNpsh } from "./index.ts";

const state = { atmosphere: absolutePa(100300), vapourPressure: absolutePa(1600), density: 999.2 };
const PER_METRE = 999.2 * 9.80665;

describe("NPSH", () => {
  it("is the same from gauge and layout on a clean system", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -4, max: 4, noNaN: true }),
        fc.double({ min: 0.001, max: 0.03, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (level, flow, lossHead) => {
          const layout = {
            sourceLevel: level,
            surfacePressure: gaugePa(0),
            loss: { flow: 0.02, head: lossHead },
          };
          const head = level - lossAt(layout.loss, flow) - 0.2 - velocityHead(flow, 0.08);
          const gauge = {
            pressure: gaugePa(head * PER_METRE),
            gaugeHeight: 0.2,
            tappingHeight: 0.2,
            bore: 0.08,
          };
          expect(npshFromGauge(gauge, state, flow).value).toBeCloseTo(
            npshFromLayout(layout, state, flow),
            8,
          );
        },
      ),
    );
  });

  it("names what the drawing does not explain", () => {
    const layout = {
      sourceLevel: 1.8,
      surfacePressure: gaugePa(0),
      loss: { flow: 0.0167, head: 0.6 },
    };
    const result = npsh({
      gauge: { pressure: gaugePa(-0.21e5), u: 2000, gaugeHeight: 0.2, line: "full" },
      layout,
      state,
      flow: { value: 0.0145, u: 5e-4 },
      required: 2,
    });
    expect(result.unexplainedLoss?.value).toBeGreaterThan(2.5);
    expect(result.margin).toBeCloseTo((result.available?.value ?? 0) - 2);
  });

  it("needs a flow for the layout way", () => {
    const layout = { sourceLevel: 1, surfacePressure: gaugePa(0) };
    expect(npsh({ layout, state }).available).toBeUndefined();
  });

  it("wants the greater of 30 % and 1 m", () => {
    expect(targetNpsh(2)).toBe(3);
    expect(targetNpsh(5)).toBe(6.5);
  });
});
