import { describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../../testing/cases.ts";
import type { CauseId } from "../../case/index.ts";
import { diagnoseFully } from "../diagnose.ts";

/** LF-2 with a mean current of 21 A, each line off it by so many percent. */
function diagnosed(percent: readonly number[], volts?: readonly number[]) {
  const amps = percent.map((p) => `${(21 * (1 + p / 100)).toFixed(2)} A`);
  const snapshot = {
    ...LF2_READ,
    amps,
    clampClass: { range: "40 A", percent: 1 },
    ...(volts ? { volts: volts.map((v) => `${v} V`) } : {}),
  };
  const { posterior, result } = diagnoseFully(
    caseFrom({ ...pumpJson("LF-2"), snapshots: [snapshot] }),
  );
  const at = (id: CauseId) => result.causes.find((c) => c.id === id);
  const shape = posterior.items.find((i) => i.reading?.kind === "phase-shape");
  return { at, shape, odds: logOdds(at("loose-terminal"), at("winding-fault")) };
}

const logOdds = (
  a: { readonly probability: number } | undefined,
  b: { readonly probability: number } | undefined,
): number => Math.log((a?.probability ?? 0) / (b?.probability ?? 1));

const ONE_LOW = [-20, 10, 10];
const ONE_HIGH = [20, -10, -10];
const ONE_OF_EACH = [20, -20, 0];

describe("the shape of an imbalance", () => {
  it("speaks for a loose terminal where one line is low and two are alike", () => {
    const low = diagnosed(ONE_LOW);
    expect(low.odds).toBeGreaterThan(diagnosed(ONE_OF_EACH).odds + 1.5);
    expect(diagnosed(ONE_OF_EACH).odds).toBeGreaterThan(diagnosed(ONE_HIGH).odds);
    expect(low.at("loose-terminal")?.for.map((e) => e.what)).toContain(
      "pattern of the currents: one line low, two alike, would be one line low, two alike",
    );
    expect(
      diagnosed(ONE_HIGH)
        .at("loose-terminal")
        ?.against.map((e) => e.what),
    ).toContain(
      "pattern of the currents: one line high, two alike, would be one line low, two alike",
    );
  });

  it("says the same whichever line it is", () => {
    const turned = diagnosed([10, 10, -20]);
    expect(turned.odds).toBeCloseTo(diagnosed(ONE_LOW).odds, 6);
  });

  it("is not asked for where the currents are as even as they usually are", () => {
    expect(diagnosed([-2, 1, 1]).shape).toBeUndefined();
  });

  it("says less where uneven volts may have turned it", () => {
    const by = (volts: readonly number[]) => {
      const { shape } = diagnosed(ONE_LOW, volts);
      return Math.max(...(shape?.logLikelihood ?? []));
    };
    expect(by([400, 400, 400])).toBeGreaterThan(by([394, 403, 403]) + 0.3);
  });
});
