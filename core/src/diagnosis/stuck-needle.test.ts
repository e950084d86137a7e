import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { diagnose } from "./diagnose.ts";

/** LF-2 sound at three positions of its valve, but for a discharge needle that stays where it is. */
const positions = (discharge: readonly [number, number, number]) =>
  (
    [
      ["as found", "as-found", "62 m3/h", 0.06, 20],
      ["throttled", "throttled", "35 m3/h", 0.13, 16.6],
      ["shut", "shut", undefined, 0.16, 13.6],
    ] as const
  ).map(([label, valve, flow, suction, amps], i) => ({
    label,
    valve,
    flow,
    suctionPressure: `${suction.toFixed(2)} bar`,
    suctionGaugeHeight: "0.2 m",
    dischargePressure: `${(discharge[i] ?? 0).toFixed(2)} bar`,
    dischargeGaugeHeight: "0.5 m",
    amps: [amps, amps, amps].map((a) => `${a} A`),
  }));
const told = (discharge: readonly [number, number, number]) =>
  diagnose(caseFrom({ ...pumpJson("LF-2"), snapshots: positions(discharge) }));

describe("a needle that stays while flow and amps move", () => {
  it.each([2, 3, 3.6, 4.35])("at %s bar condemns the gauge and no pump", (bar) => {
    const [first] = told([bar, bar, bar]).causes;
    expect(first?.id).toBe("discharge-gauge-fault");
    expect(first?.probability).toBeGreaterThan(0.9);
  });

  it.each([4.9, 5.5])("at %s bar, where it is right at one position, is asked for again", (bar) => {
    const { causes, notes, stop } = told([bar, bar, bar]);
    expect(["healthy", "discharge-gauge-fault"]).toContain(causes[0]?.id);
    expect(notes.join(" ")).toContain("discharge gauge");
    expect(stop).toBeNull();
  });

  it("does not condemn one that moves with them", () => {
    expect(told([4.35, 4.9, 5.2]).causes[0]?.id).toBe("healthy");
  });
});
