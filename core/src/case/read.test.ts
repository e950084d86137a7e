import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exampleJson } from "../../testing/cases.ts";
import { LARGEST_CASE, readCase, readCaseText } from "./index.ts";

const minimal = { format: "yard-tack/case", version: 1, pump: { family: "sump" }, snapshots: [{}] };

/** The errors of a case made from the minimal one. */
function errorsOf(change: object) {
  const file = readCase({ ...minimal, ...change });
  return file.ok ? [] : file.error;
}

describe("case file", () => {
  it("reads the shipped example", () => {
    expect(readCase(exampleJson()).ok).toBe(true);
  });

  it("takes null for not read, everywhere", () => {
    const withNulls = {
      ...minimal,
      site: null,
      suction: null,
      snapshots: [{ flow: null, amps: ["1 A", null, "2 A"] }],
    };
    expect(readCase(withNulls).ok).toBe(true);
  });

  it.each([
    [{ pomp: 1 }, "pomp", "pump"],
    [{ pump: { family: "sump", instalation: "lift" } }, "pump.instalation", "installation"],
    [
      { snapshots: [{ dischargePresure: "1 bar" }] },
      "snapshots[0].dischargePresure",
      "dischargePressure",
    ],
    [{ observations: { present: ["noise.gravell"] } }, "observations.present[0]", "noise.gravel"],
    [{ tests: [{ test: "shutoff-head", outcome: "low" }] }, "tests[0].test", "shut-off-head"],
    [{ pump: { family: "end-suktion" } }, "pump.family", "end-suction"],
  ])("names path and nearest known key for %j", (change, path, near) => {
    const [error] = errorsOf(change);
    expect(error?.path).toBe(path);
    expect(error?.message).toContain(near);
  });

  it.each([
    [{ snapshots: [{ amps: ["1 A", 21.8, "2 A"] }] }, "snapshots[0].amps[1]", "no unit"],
    [{ snapshots: [{ amps: ["1 A", "2 A"] }] }, "snapshots[0].amps", "1 or 3"],
    [{ snapshots: [{ suctionPressure: "3 A" }] }, "snapshots[0].suctionPressure", "pressure"],
    [
      { snapshots: [{ suctionPressure: ["1 bar", "x bar"] }] },
      "snapshots[0].suctionPressure[1]",
      "number",
    ],
    [{ snapshots: [{ flow: {} }] }, "snapshots[0].flow", "text"],
    [{ tests: [{ test: "gauge-zero", outcome: "better" }] }, "tests[0].outcome", "both-zero"],
    [
      { pump: { family: "sump", curve: { points: [{ flow: "1 bar" }] } } },
      "pump.curve.points[0].flow",
      "flow",
    ],
    [
      { pump: { family: "sump", curve: [{ points: [{ flow: "1 bar" }] }] } },
      "pump.curve[0].points[0].flow",
      "flow",
    ],
    [{ version: 2 }, "version", "version 1"],
    [{ snapshots: "none" }, "snapshots", "list"],
    [{ history: [{ date: "yesterday" }] }, "history[0].date", "2026-03-02"],
    [
      { snapshots: [{ gaugeClass: { suction: { range: ["0 bar"] } } }] },
      "snapshots[0].gaugeClass.suction.range",
      "2",
    ],
  ])("complains of %j at its path", (change, path, part) => {
    const [error] = errorsOf(change);
    expect(error?.path).toBe(path);
    expect(error?.message).toContain(part);
  });

  it("collects every complaint", () => {
    expect(errorsOf({ snapshots: [{ flow: "1 A", speed: "2 V", colour: 1 }] })).toHaveLength(3);
  });

  it("wants something to work from", () => {
    expect(errorsOf({ snapshots: [] })[0]?.message).toContain("At least one");
  });

  it("refuses what is not JSON, too large or of another kind, as values", () => {
    expect(readCaseText("{")).toMatchObject({ ok: false, error: [{ path: "" }] });
    expect(readCaseText(" ".repeat(LARGEST_CASE + 1))).toMatchObject({ ok: false });
    for (const odd of ["null", "3", '"x"', "[]"]) expect(readCaseText(odd).ok).toBe(false);
  });

  it("never throws, whatever JSON it is given", () => {
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom("pump", "site", "snapshots", "observations", "tests", "history"),
        (value, key) => {
          expect(typeof readCase({ ...minimal, [key]: value }).ok).toBe("boolean");
        },
      ),
      { numRuns: 400 },
    );
  });
});
