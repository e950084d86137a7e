import { describe, expect, it } from "vitest";
import type { GaugeFact } from "../case/index.ts";
import { type GaugeNote, rememberedGauges, zeroPlay } from "./gauges.ts";

const at = (day: number) => new Date(Date.UTC(2026, 5, day));
const pump = { id: "p", submerged: false };
const gauge = (instrument: string, fact: GaugeFact, value: string, at: Date): GaugeNote => ({
  note: { topic: "gauge", instrument, fact, value },
  at,
});
const zero = (instrument: string, value: string, at: Date): GaugeNote => ({
  note: { topic: "zero", instrument, value },
  at,
});
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
    expect(rememberedGauges({ ...pump, submerged: true }, [], [], []).instruments).toHaveLength(1);
  });

  it("remember what the last visit noted over what the register says", () => {
    const notes = [
      gauge("g1", "height", "0.5 m", at(1)),
      gauge("g1", "height", "0.6 m", at(2)),
      gauge("g1", "line", "full", at(2)),
      gauge("other", "height", "9 m", at(3)),
    ];
    const [found] = rememberedGauges(pump, [row], [], notes).instruments;
    expect(found).toMatchObject({
      gaugeHeight: "0.6 m",
      line: "full",
      percent: 1.6,
      travels: false,
    });
  });

  it("count a zero noted at a visit, good or bad by the gauge's own class", () => {
    const notes = [
      zero("g1", "0.02 bar", at(4)),
      zero("g1", "0.2 bar", at(5)),
      zero("g1", "nonsense", at(6)),
    ];
    const register = [{ instrumentId: "g1", at: at(1), deviation: "0 bar", passed: true }];
    const found = rememberedGauges(pump, [row], register, notes);
    expect(found.zeroChecks.map((z) => z.passed)).toEqual([true, true, false]);
    expect(found.instruments[0]?.zero).toMatchObject({ passed: false, deviation: "0.2 bar" });
    expect(zeroPlay({ range: ["-1 bar", "1.5 bar"], percent: 1.6 })).toBeCloseTo(4000);
  });
});
