import { describe, expect, it } from "vitest";
import type { PumpDto } from "@/features/yard";
import { gaugeInUse, sideOf, vanGauges } from "./gauge-in-use";
import { limitsOf } from "./plausible";
import { pumpForTests } from "./pump-for-tests";

const van: PumpDto["instruments"][number] = {
  id: "van",
  name: "Van test gauge",
  kind: "gauge",
  travels: true,
  unit: "bar",
  range: ["0 bar", "10 bar"],
  percent: 0.6,
  division: "0.05 bar",
  gaugeHeight: null,
  tappingHeight: null,
  line: null,
  zero: null,
};
const pump: PumpDto = { ...pumpForTests, instruments: [...pumpForTests.instruments, van] };
const notes = (list: Record<string, string>) =>
  new Map(Object.entries(list).map(([key, text]) => [key, { text, at: "", personId: "" }]));

describe("the gauge a pressure is read on", () => {
  it("is the pump's own, as remembered, until another is chosen", () => {
    expect(gaugeInUse(pump, notes({}), "discharge")).toMatchObject({
      height: "0.5 m",
      line: "full",
      percent: 1.6,
      range: ["0 bar", "6 bar"],
      zero: undefined,
    });
    expect(vanGauges(pump).map((g) => g.id)).toEqual(["van"]);
  });

  it("from the van brings its own class and zero, and hangs where the other hung", () => {
    const used = gaugeInUse(
      pump,
      notes({ "with.discharge": "van", "zero.van": "0.05 bar", "zero.discharge-gauge": "1 bar" }),
      "discharge",
    );
    expect(used).toMatchObject({ height: "0.5 m", percent: 0.6, zero: { text: "0.05 bar" } });
    expect(used.zero?.si).toBeCloseTo(5000);
    expect(used.zeroPlay).toBeCloseTo(6000);
    // One that is not there any more: the pump's own again.
    expect(gaugeInUse(pump, notes({ "with.discharge": "gone" }), "discharge").percent).toBe(1.6);
  });

  it("takes what this visit noted, and nothing that cannot be", () => {
    const used = gaugeInUse(
      pump,
      notes({
        "gauge.suction-gauge.height": "0.3 m",
        "gauge.suction-gauge.line": "sideways",
        "gauge.suction-gauge.percent": "many",
        "zero.suction-gauge": "3 A",
      }),
      "suction",
    );
    expect(used).toMatchObject({
      height: "0.3 m",
      line: undefined,
      percent: undefined,
      zero: undefined,
    });
  });

  it("sets what is plausible: the range of the gauge in use, also before and after a test", () => {
    expect(limitsOf(pump, notes({}), "after.dischargePressure").range).toEqual(["0 bar", "6 bar"]);
    expect(limitsOf(pump, notes({ "with.discharge": "van" }), "dischargePressure").range).toEqual([
      "0 bar",
      "10 bar",
    ]);
    expect(limitsOf(pump, notes({}), "peak").range).toBeUndefined();
    expect(limitsOf(pump, notes({}), "amps.0").plateCurrent).toBeGreaterThan(1);
    expect(sideOf("flow")).toBeUndefined();
  });
});
