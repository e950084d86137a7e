import { describe, expect, it } from "vitest";
import { rememberedGauges, zeroPlay } from "./gauges";

const at = (day: number) => new Date(Date.UTC(2026, 5, day));
const pump = { id: "p", installation: "lift" };
const row = {
  id: "g1",
  name: "Suction gauge",
  kind: "suction-gauge",
  pumpId: "p",
  unit: "bar",
  rangeLow: "-1 bar",
  rangeHigh: "1.5 bar",
  percent: 1.6,
  gaugeHeight: "0.4 m",
  line: "empty",
};

describe("gauges of a pump", () => {
  it("are there to hang notes on although the register has none", () => {
    const { instruments } = rememberedGauges(pump, [], [], []);
    expect(instruments.map((i) => [i.id, i.gaugeHeight])).toEqual([
      ["suction-of-p", null],
      ["discharge-of-p", null],
    ]);
    expect(
      rememberedGauges({ ...pump, installation: "submerged" }, [], [], []).instruments,
    ).toHaveLength(1);
  });

  it("remember what the last visit noted over what the register says", () => {
    const notes = [
      { key: "gauge.g1.height", text: "0.5 m", at: at(1) },
      { key: "gauge.g1.height", text: "0.6 m", at: at(2) },
      { key: "gauge.g1.line", text: "full", at: at(2) },
      { key: "gauge.other.height", text: "9 m", at: at(3) },
    ];
    const [gauge] = rememberedGauges(pump, [row], [], notes).instruments;
    expect(gauge).toMatchObject({
      gaugeHeight: "0.6 m",
      line: "full",
      percent: 1.6,
      travels: false,
    });
  });

  it("count a zero noted at a visit, good or bad by the gauge's own class", () => {
    const notes = [
      { key: "zero.g1", text: "0.02 bar", at: at(4) },
      { key: "zero.g1", text: "0.2 bar", at: at(5) },
      { key: "zero.g1", text: "nonsense", at: at(6) },
    ];
    const register = [{ instrumentId: "g1", at: at(1), deviation: "0 bar", passed: true }];
    const found = rememberedGauges(pump, [row], register, notes);
    expect(found.zeroChecks.map((z) => z.passed)).toEqual([true, true, false]);
    expect(found.instruments[0]?.zero).toMatchObject({ passed: false, deviation: "0.2 bar" });
    expect(zeroPlay({ range: ["-1 bar", "1.5 bar"], percent: 1.6 })).toBeCloseTo(4000);
  });
});
