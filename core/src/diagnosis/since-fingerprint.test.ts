import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { situationOf } from "../visit/index.ts";
import { diagnose } from "./index.ts";
import { expectationsOf } from "./expectations.ts";
import { sinceFingerprint } from "./since-fingerprint.ts";

const CLASS = {
  suction: { range: ["-1 bar", "1.5 bar"], percent: 1 },
  discharge: { range: ["0 bar", "6 bar"], percent: 1 },
};
const WHEN_NEW = {
  label: "when new",
  suctionPressure: "0.08 bar",
  dischargePressure: "4.1 bar",
  amps: ["20.8 A", "21.0 A", "20.9 A"],
  gaugeClass: CLASS,
};

const visit = (now: object, fingerprint: readonly object[] = [WHEN_NEW]) =>
  caseFrom({
    ...pumpJson("LF-2"),
    fingerprint: { date: "2026-02-11", snapshots: fingerprint },
    snapshots: [{ ...WHEN_NEW, label: "as found", ...now }],
  });
const said = (now: object, fingerprint?: readonly object[]) =>
  sinceFingerprint(situationOf(visit(now, fingerprint)), "metric");

describe("what changed since the fingerprint", () => {
  it("names each reading that moved by more than its instrument, in the reader's units", () => {
    const [sentence] = said({ suctionPressure: "-0.3 bar", dischargePressure: "3.7 bar" });
    expect(sentence).toContain("suction gauge from 0.08 bar to −0.30 bar");
    expect(sentence).toContain("discharge gauge from 4.10 bar to 3.70 bar");
    expect(sentence).not.toContain("current from");
    expect(sentence).toContain("what else was read is as it was");
    const us = sinceFingerprint(situationOf(visit({ dischargePressure: "3.7 bar" })), "us");
    expect(us[0]).toContain("psi");
  });

  it("calls a move within the instrument's doubt no change", () => {
    const [sentence] = said({ suctionPressure: "0.09 bar", dischargePressure: "4.12 bar" });
    expect(sentence).toBe(
      "Nothing has changed since the fingerprint of what was read both times: suction gauge, discharge gauge, current.",
    );
  });

  it("compares like with like: a shut valve then says nothing of an open one now", () => {
    expect(said({}, [{ ...WHEN_NEW, valve: "shut" }])).toEqual([]);
  });

  it("says nothing where the two share no reading", () => {
    expect(said({}, [{ label: "when new", speed: "2930 rpm" }])).toEqual([]);
  });

  it("takes the latest of several", () => {
    const later = { ...WHEN_NEW, label: "after overhaul", dischargePressure: "4.4 bar" };
    expect(said({ dischargePressure: "4.4 bar" }, [WHEN_NEW, later])[0]).toContain(
      "Nothing has changed",
    );
  });

  it("takes the latest by its date, in whatever order they were written", () => {
    const of = (date: string, dischargePressure: string) => ({
      date,
      snapshots: [{ ...WHEN_NEW, dischargePressure }],
    });
    const file = caseFrom({
      ...pumpJson("LF-2"),
      fingerprint: [of("2026-02-11", "3.4 bar"), of("2024-05-02", "4.4 bar")],
      snapshots: [{ ...WHEN_NEW, label: "as found", dischargePressure: "3.4 bar" }],
    });
    expect(sinceFingerprint(situationOf(file), "metric")[0]).toContain("Nothing has changed");
  });

  it("stands among the reasons of a diagnosis", () => {
    const { explanation } = diagnose(visit({ dischargePressure: "3.4 bar" }));
    expect(explanation.join(" ")).toContain("Since the fingerprint: discharge gauge from 4.10 bar");
  });
});

describe("what the gauges should show, before anything is read", () => {
  const bands = (fingerprint: readonly object[], rest: object = {}) => {
    const situation = situationOf(
      caseFrom({
        ...pumpJson("LF-2"),
        ...rest,
        fingerprint: { date: "2026-02-11", snapshots: fingerprint },
        snapshots: [WHEN_NEW],
      }),
    );
    const [tappings] = situation.snapshots;
    if (!tappings) throw new Error("a snapshot");
    return expectationsOf(situation, tappings);
  };
  const NOBODY_DREW = { suction: undefined };
  const width = (b: { low: number; high: number } | undefined) => (b ? b.high - b.low : Number.NaN);

  const middle = (b: { low: number; high: number } | undefined) =>
    b ? (b.high + b.low) / 2 : Number.NaN;

  it("tells the suction of a pump nobody drew from its fingerprint", () => {
    expect(bands([], NOBODY_DREW).suctionPressure).toBeUndefined();
    const { suctionPressure } = bands([WHEN_NEW], NOBODY_DREW);
    expect(suctionPressure?.low).toBeLessThan(0.08e5);
    expect(suctionPressure?.high).toBeGreaterThan(0.08e5);
    expect(width(suctionPressure)).toBeLessThan(0.5e5);
  });

  it("draws the band round what it showed then, not round the sheet", () => {
    const metered = { ...WHEN_NEW, flow: "64 m3/h" };
    const weak = { ...metered, dischargePressure: "3.8 bar" };
    const [asSheet, asThen] = [bands([metered]), bands([weak])].map((b) => b.dischargePressure);
    expect(middle(asThen)).toBeLessThan(middle(asSheet) - 0.04e5);
  });

  it("does not take a shut valve's reading for an open one's", () => {
    const shut = { ...WHEN_NEW, valve: "shut", dischargePressure: "4.9 bar" };
    expect(bands([shut])).toEqual(bands([]));
  });
});
