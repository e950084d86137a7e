import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { situationOf } from "../visit/index.ts";
import { diagnose } from "./diagnose.ts";
import { expectationsOf } from "./expectations.ts";
import { failedPoints, passedAll } from "./three-points.ts";

type Json = Record<string, unknown>;

/** TH-1 at a flow of its header: suction by level and pipe, discharge as read. */
const point = (gpm: number, discharge: number): Json => ({
  label: gpm === 0 ? "shut" : gpm > 900 ? "overload" : "as found",
  valve: gpm === 0 ? "shut" : "as-found",
  ...(gpm > 0 ? { flow: `${gpm} gpm` } : {}),
  suctionPressure: `${(2.6 - (gpm / 750) ** 2).toFixed(1)} psi`,
  dischargePressure: `${discharge} psi`,
  speed: gpm === 0 ? "1786 rpm" : gpm > 900 ? "1770 rpm" : "1774 rpm",
});
const told = (points: Json[]) => diagnose(caseFrom({ ...pumpJson("TH-1"), snapshots: points }));
const likely = (points: Json[], id: string) =>
  told(points).causes.find((c) => c.id === id)?.probability ?? 0;

const SOUND = [point(750, 106), point(0, 126), point(1125, 78)];
const SHORT = [point(750, 88), point(0, 119), point(1125, 46)];

describe("a fire-water pump at its three points", () => {
  it("is no pump over its duty because its header was opened to 150 %", () => {
    for (const points of [SOUND, [point(1125, 78)]]) {
      const { causes, notes } = told(points);
      expect(causes[0]?.id).toBe("healthy");
      for (const id of ["over-run", "pump-unsuited", "static-rise"]) {
        expect(likely(points, id), id).toBeLessThan(0.1);
      }
      expect(notes.join(" ")).not.toContain("three-point rule it fails");
    }
  });

  it("is not called sound where it fails its points", () => {
    const { causes, where } = told(SHORT);
    expect(causes[0]?.id).not.toBe("healthy");
    expect(where.pumpOrSystem).toBe("pump");
    expect(likely(SHORT, "healthy")).toBeLessThan(0.2);
  });

  it("is expected to show no flow and no pressure: the header sets them", () => {
    const situation = situationOf(caseFrom({ ...pumpJson("TH-1"), snapshots: [point(750, 106)] }));
    const [tappings] = situation.snapshots;
    if (!tappings) throw new Error("no snapshot");
    const expected = expectationsOf(situation, tappings);
    expect(Object.keys(expected)).toEqual(["speed"]);
  });

  it("is told which points fail where it would be called sound, and that it passes where it would be called worn", () => {
    const situation = (points: Json[]) =>
      situationOf(caseFrom({ ...pumpJson("TH-1"), snapshots: points }));
    expect(failedPoints(situation(SHORT), "healthy")[0]).toMatch(/rated flow and 150 % flow/);
    expect(failedPoints(situation(SHORT), "worn-rings")).toEqual([]);
    expect(failedPoints(situation(SOUND), "healthy")).toEqual([]);
    // As sharp as its gauges: rated by a hair is no verdict on the pump.
    expect(passedAll(situation(SOUND), "worn-rings")).toEqual([]);
    const strong = [point(750, 118), point(0, 133), point(1125, 92)];
    expect(passedAll(situation(strong), "worn-rings")[0]).toContain("still passes");
    expect(passedAll(situation(strong), "healthy")).toEqual([]);
  });
});
