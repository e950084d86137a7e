import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { lineLoss } from "../hydraulics/index.ts";
import { lossAt } from "../suction/index.ts";
import { situationOf } from "./index.ts";

/** A suction of pipe and fittings, of a liquid of this viscosity, on the pump of gears. */
function drawn(viscosity: number, bore: number, length: number) {
  const json = pumpJson("LF-4") as { readonly suction: object };
  const row = (degrees: number) => ({
    ...{ temperature: `${degrees} degC`, density: "910 kg/m3", vapourPressure: "0 kPa" },
    viscosity: `${viscosity} mm2/s`,
  });
  return situationOf(
    caseFrom({
      ...json,
      site: { liquid: "table", temperature: "20 degC", table: [row(0), row(40)] },
      suction: {
        sourceLevel: "0.6 m",
        elements: [
          { kind: "inlet", bore: `${bore} mm` },
          { kind: "pipe", bore: `${bore} mm`, length: `${length} m`, roughness: "0.05 mm" },
          { kind: "valve", valve: "ball", bore: `${bore} mm` },
        ],
      },
      snapshots: [{ flow: "2 m3/h" }],
    }),
  );
}

describe("the loss of a drawn suction at another flow", () => {
  it("is what its pipes lose there, in layers or turbulent", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.integer({ min: 20, max: 80 }),
        fc.integer({ min: 2, max: 40 }),
        fc.double({ min: 0.6, max: 1.25, noNaN: true }),
        (decades, bore, length, share) => {
          const viscosity = 10 ** decades;
          const { layout, suctionElements, duty } = drawn(viscosity, bore, length);
          const q = share * (duty?.flow ?? 0);
          const exact = lineLoss(suctionElements, q, viscosity * 1e-6);
          // Between the two ways of flowing nobody knows the loss.
          fc.pre(
            !exact.transition && !lineLoss(suctionElements, 0.7 * q, viscosity * 1e-6).transition,
          );
          fc.pre(!lineLoss(suctionElements, duty?.flow ?? 0, viscosity * 1e-6).transition);
          expect(lossAt(layout?.loss, q) / exact.total).toBeGreaterThan(0.93);
          expect(lossAt(layout?.loss, q) / exact.total).toBeLessThan(1.07);
        },
      ),
    );
  });

  it("of thick oil falls with the flow and not with its square", () => {
    const { layout, suctionElements, duty } = drawn(300, 28, 9);
    const half = 0.5 * (duty?.flow ?? 0);
    expect(layout?.loss?.exponent).toBeLessThan(1.1);
    const exact = lineLoss(suctionElements, half, 300e-6).total;
    expect(lossAt(layout?.loss, half)).toBeCloseTo(exact, 1);
    expect(lossAt(layout?.loss, half)).toBeGreaterThan(0.45 * (layout?.loss?.head ?? 0));
  });
});
