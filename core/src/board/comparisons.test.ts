import { describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../testing/cases.ts";
import { diagnoseFully } from "../diagnosis/index.ts";
import { compareAll } from "./comparisons.ts";

type Json = Record<string, unknown>;

/** What is compared on LF-2 when it reads as it should but for some readings. */
function compared(change: Json, units: "metric" | "us" = "metric") {
  const sound = { ...LF2_READ, suctionPressure: "0.03 bar", dischargePressure: "4.2 bar" };
  const snapshot = { ...sound, speed: "2945 rpm", ...change };
  const diagnosis = diagnoseFully(caseFrom({ ...pumpJson("LF-2"), snapshots: [snapshot] }));
  const list = compareAll(diagnosis, units);
  return {
    list,
    of: (title: RegExp) => {
      const found = list.find((c) => title.test(c.title));
      if (!found) throw new Error(`nothing like ${title} in ${list.map((c) => c.title).join()}`);
      return found;
    },
  };
}

describe("what ought to agree", () => {
  it("is fine all through on a pump that reads as it should, each line with its formula", () => {
    const { list } = compared({});
    expect(list.map((c) => c.title)).toEqual([
      "Suction gauge against level and pipe",
      "NPSH available against required",
      "Head against the rated curve",
      "Flow two ways",
      "Motor load",
      "Currents between phases",
      "Speed against plate and slip",
    ]);
    for (const c of list) {
      expect(c.tone, `${c.title}: ${c.sentence}`).toBe("fine");
      expect(c.workedOut).toMatch(/[=,|²]/);
      expect(c.sentence).not.toContain("NaN");
    }
  });

  it("leaves out what was not read, and never compares a thing with itself", () => {
    const titles = compared({ amps: undefined, speed: undefined, flow: undefined }).list.map(
      (c) => c.title,
    );
    expect(titles).not.toContain("Currents between phases");
    expect(titles).not.toContain("Speed against plate and slip");
    // Flow from the head alone: the head cannot be held against the curve it came from.
    expect(titles).not.toContain("Head against the rated curve");
    expect(titles).not.toContain("Flow two ways");
  });

  it.each([
    ["-0.68 bar", "fine", /a margin of 1\.\d/],
    ["-0.78 bar", "watch", /a margin of 0\.[5-9]/],
    ["-0.9 bar", "now", /short by/],
  ])("watches NPSH under a metre of margin: %s at the flange is %s", (read, tone, says) => {
    const npsh = compared({ suctionPressure: read }).of(/NPSH/);
    expect(npsh.sentence).toMatch(says);
    expect(npsh.tone).toBe(tone);
  });

  it("names metres that go missing before the flange, and a gauge that shows more than can be", () => {
    const choked = compared({ suctionPressure: "-0.3 bar", dischargePressure: "3.7 bar" });
    expect(choked.of(/Suction/).tone).toBe("now");
    expect(choked.of(/Suction/).sentence).toMatch(/^[34]\.\d+ m is going missing/);
    const high = compared({ suctionPressure: "0.8 bar", dischargePressure: "4.8 bar" });
    expect(high.of(/Suction/).sentence).toMatch(/more than level and pipe allow: check the gauge/);
  });

  it("says by how much NPSH is short", () => {
    const short = compared({ suctionPressure: "-0.93 bar", dischargePressure: "3.1 bar" });
    const line = short.of(/NPSH/);
    expect(line.tone).toBe("now");
    expect(line.sentence).toMatch(/short by \d/);
  });

  it("says under the curve only when the whole band is clear of its tolerance", () => {
    const at = (dischargePressure: string) => compared({ dischargePressure }).of(/rated curve/);
    expect(at("4.0 bar").sentence).toContain("Within what the curve's tolerance");
    const under = at("3.0 bar");
    expect(under.tone).toBe("now");
    expect(under.sentence).toContain("under the curve");
    expect(at("5.2 bar").sentence).toContain("over the curve");
  });

  it("takes two flows that do not fit for evidence", () => {
    const line = compared({ flow: "35 m3/h" }).of(/two ways/);
    expect(line.tone).toBe("now");
    expect(line.sentence).toContain("35.0 m³/h by the meter");
    expect(line.sentence).toContain("they disagree, and that is evidence");
  });

  it("stops at a dead line, warns at ten percent, notes five", () => {
    const apart = (...amps: string[]) => compared({ amps }).of(/phases/);
    const clamp = { clampClass: { range: "40 A", percent: 0.5 } };
    expect(apart("30.1 A", "0.1 A", "30.4 A").sentence).toContain("L2 carries nothing. Stop now.");
    expect(apart("30.1 A", "0.1 A", "30.4 A").tone).toBe("now");
    const read = (percent: number) =>
      compared({
        amps: [20 * (1 + percent / 100), 20 * (1 - percent / 100), 20].map(
          (a) => `${a.toFixed(2)} A`,
        ),
        ...clamp,
      }).of(/phases/);
    expect(read(15).tone).toBe("now");
    expect(read(7).tone).toBe("watch");
    expect(read(2).tone).toBe("fine");
  });

  it("withholds the verdict where the clamp's own error covers the limit", () => {
    const line = compared({
      amps: ["21 A", "20 A", "19.2 A"],
      clampClass: { range: "400 A", percent: 2 },
    }).of(/phases/);
    expect(line.sentence).toContain("no verdict");
    expect(line.sentence).toContain("several turns through the jaw");
  });

  it("holds a load over the plate against its service factor", () => {
    const over = compared({ amps: ["31 A", "31.2 A", "30.9 A"] }).of(/load/);
    expect(over.tone).toBe("now");
    expect(over.sentence).toMatch(/1[12]\d % of the plate/);
  });

  it("speaks the reader's units", () => {
    const { list } = compared({}, "us");
    const said = list.map((c) => c.sentence).join(" ");
    expect(said).toMatch(/ ft available/);
    expect(said).toMatch(/ gpm by the meter/);
    expect(said).toMatch(/ hp at the shaft/);
    expect(said).not.toMatch(/ m³\/h| kW/);
  });
});
