import { describe, expect, it } from "vitest";
import { caseFrom, exampleJson, pumpJson } from "../../testing/cases.ts";
import { electricalOf, expectedSpeed, partsOf, pumpSpeed, situationOf } from "./index.ts";
import { noteWords } from "../words/index.ts";

type Json = Record<string, unknown>;

/** The example with its snapshot changed. */
function withSnapshot(change: Json) {
  const json = exampleJson();
  const [first] = json["snapshots"] as Json[];
  return situationOf(caseFrom({ ...json, snapshots: [{ ...first, ...change }] }));
}

const only = (s: ReturnType<typeof withSnapshot>) => {
  const [snapshot] = s.snapshots;
  if (!snapshot) throw new Error("a snapshot");
  return snapshot;
};

describe("situation", () => {
  it.each([
    [{ suctionPressure: "-2 bar" }, "suctionPressure"],
    [{ flow: "-3 m3/h" }, "flow"],
    [{ speed: "-10 rpm" }, "speed"],
    [{ amps: ["-1 A", "2 A", "2 A"] }, "amps[0]"],
  ])("leaves out what cannot be and names it: %j", (change, name) => {
    const s = withSnapshot(change);
    expect(s.notes.some((n) => noteWords(n).includes(name))).toBe(true);
  });

  it("turns absolute readings into gauge with the local air", () => {
    const s = withSnapshot({ suctionPressure: "100.3 kPa abs" });
    expect(only(s).suction?.pressure).toBeCloseTo(100300 - s.atmosphere, 3);
  });

  it("carries class, last digit and repeats into the uncertainty", () => {
    const single = only(withSnapshot({})).discharge?.u ?? 0;
    const repeated =
      only(withSnapshot({ dischargePressure: ["3.5 bar", "3.7 bar"] })).discharge?.u ?? 0;
    expect(single).toBeGreaterThan(5500);
    expect(repeated).toBeGreaterThan(single);
  });

  it("brings line-to-neutral volts to lines", () => {
    const s = withSnapshot({ volts: ["231 V", "231 V", "231 V"], voltsBetween: "line-neutral" });
    expect(only(s).volts[0]).toBeCloseTo(400.1, 1);
  });

  it("takes an observation in both lists as not looked at", () => {
    const json = exampleJson();
    const s = situationOf(
      caseFrom({ ...json, observations: { present: ["noise.gravel"], absent: ["noise.gravel"] } }),
    );
    expect(s.present).toEqual([]);
    expect(s.absent).toEqual([]);
    expect(s.notes.map(noteWords).join(" ")).toContain("noise.gravel");
  });

  it("goes on without a curve that has one point", () => {
    const json = exampleJson();
    const pump = {
      ...(json["pump"] as Json),
      curve: { points: [{ flow: "1 m3/h", head: "2 m" }] },
    };
    const s = situationOf(caseFrom({ ...json, pump }));
    expect(s.curve).toBeUndefined();
    expect(s.notes.map(noteWords).join(" ")).toContain("fewer than two");
  });
});

describe("parts of a visit", () => {
  it("puts the example where the contract's figures lie", () => {
    const s = situationOf(caseFrom(exampleJson()));
    const parts = partsOf(s, only(s));
    expect(parts.duty.head?.value).toBeGreaterThan(36);
    expect(parts.duty.head?.value).toBeLessThan(39);
    expect(parts.duty.flow?.from).toBe("head");
    expect(parts.electrical.amps?.percent).toBeCloseTo(0.76, 2);
  });

  it("trusts a tachometer before plate and slip", () => {
    const s = withSnapshot({ speed: "2500 rpm" });
    expect(pumpSpeed(s, only(s))).toMatchObject({ value: 2500, measured: true });
    expect(expectedSpeed(s, only(s))?.value).toBeGreaterThan(2930);
  });

  it("gives no imbalance while one of three currents is missing, and still a load", () => {
    const s = withSnapshot({ amps: ["21.8 A", null, "21.9 A"] });
    const e = electricalOf(s, only(s));
    expect(e.amps).toBeUndefined();
    expect(e.loadFraction?.value).toBeGreaterThan(0.5);
  });

  it("withholds the verdict on the phases while the clamp's error covers the limit", () => {
    const s = withSnapshot({
      amps: ["2.0 A", "2.12 A", "1.95 A"],
      clampClass: { range: "40 A", percent: 1.5 },
    });
    expect(electricalOf(s, only(s)).imbalanceWithheld).toBe(true);
  });

  it("takes the level where a pump is submerged", () => {
    const snapshot = {
      label: "as found",
      dischargePressure: "0.66 bar",
      dischargeGaugeHeight: "2.4 m",
    };
    const s = situationOf(caseFrom({ ...pumpJson("MG-3"), snapshots: [snapshot] }));
    expect(partsOf(s, only(s)).measurement?.suction).toMatchObject({ kind: "level", level: 1.1 });
  });
});
