import { describe, expect, it } from "vitest";
import { note, PUMP } from "../../testing/visit.ts";
import { caseOfPump, readPump } from "../case/index.ts";
import { parseQuantity } from "../quantity/index.ts";
import { foldEntries } from "./fold.ts";
import type { Note } from "./entries.ts";
import { gaugeInUse, sideOf, vanGauges } from "./gauge-in-use.ts";
import type { Instrument } from "./gauges.ts";
import { doubtAbout, limitsOf } from "./plausible.ts";
import { pumpView } from "./pump-view.ts";
import { situationOf } from "./situation.ts";

const van: Instrument = {
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
  goodUntil: null,
  retired: false,
};
const pump = { ...PUMP, instruments: [...PUMP.instruments, van] };
const visit = (...list: readonly Note[]) => foldEntries(list.map((n, i) => note(i + 1, n)));
const withVan: Note = { topic: "read-with", side: "discharge", value: "van" };

describe("the gauge a pressure is read on", () => {
  it("is the pump's own, as remembered, until another is chosen", () => {
    expect(gaugeInUse(pump, visit(), "discharge")).toMatchObject({
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
      visit(
        withVan,
        { topic: "zero", instrument: "van", value: "0.05 bar" },
        { topic: "zero", instrument: "discharge-gauge", value: "1 bar" },
      ),
      "discharge",
    );
    expect(used).toMatchObject({ height: "0.5 m", percent: 0.6, zero: { text: "0.05 bar" } });
    expect(used.zero?.si).toBeCloseTo(5000);
    expect(used.zeroPlay).toBeCloseTo(6000);
    // One that is not there any more: the pump's own again.
    const gone = visit({ topic: "read-with", side: "discharge", value: "gone" });
    expect(gaugeInUse(pump, gone, "discharge").percent).toBe(1.6);
  });

  it("takes what this visit noted, and nothing that cannot be", () => {
    const about = { topic: "gauge", instrument: "suction-gauge" } as const;
    const used = gaugeInUse(
      pump,
      visit(
        { ...about, fact: "height", value: "0.3 m" },
        { ...about, fact: "line", value: "sideways" },
        { ...about, fact: "percent", value: "many" },
        { topic: "zero", instrument: "suction-gauge", value: "3 A" },
      ),
      "suction",
    );
    expect(used).toMatchObject({
      height: "0.3 m",
      line: undefined,
      percent: undefined,
      zero: undefined,
    });
  });
});

describe("what can be at all", () => {
  const range = (slot: string, ...list: readonly Note[]) =>
    limitsOf(pump, visit(...list), slot).range;

  it("ends with the range of the gauge in use, also before and after a test", () => {
    expect(range("after.dischargePressure")).toEqual(["0 bar", "6 bar"]);
    expect(range("dischargePressure", withVan)).toEqual(["0 bar", "10 bar"]);
    expect(range("peak")).toBeUndefined();
    expect(limitsOf(pump, visit(), "amps.0").plateCurrent).toBeGreaterThan(1);
    expect(sideOf("flow")).toBeUndefined();
  });

  it("ends with the vacuum of the place: -0.97 bar cannot be 540 m up and can by the sea", () => {
    const read = parseQuantity("-0.97 bar", "pressure");
    if (!read.ok) throw new Error(read.error.message);
    const up = (altitude: string) => {
      const there = readPump({ ...PUMP.written, site: { altitude } });
      if (!there.ok) throw new Error("a pump");
      const view = pumpView(situationOf(caseOfPump(there.value.file)));
      // A gauge of unknown range: nothing but the air limits it.
      const limits = limitsOf({ instruments: [], view }, visit(), "suctionPressure");
      return doubtAbout(read.value, limits);
    };
    expect(up("540 m")?.code).toBe("below-vacuum");
    expect(up("0 m")).toBeUndefined();
    const absolute = parseQuantity("2 kPa abs", "pressure");
    if (!absolute.ok) throw new Error(absolute.error.message);
    expect(doubtAbout(absolute.value, { atmosphere: 95_000 })).toBeUndefined();
  });
});
