import { describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../testing/cases.ts";
import { headUncertainty } from "../hydraulics/index.ts";
import { leadingOf } from "./snapshot-of-case.ts";
import { measurementOf } from "./parts.ts";
import { situationOf } from "./situation.ts";

/** What a tape held to a gauge is good for [m]. */
const TAPE = 0.02;

describe("the head of a visit", () => {
  it.each([
    ["two gauges", "LF-2", LF2_READ],
    ["a level and a gauge", "MG-3", { level: "1.1 m", dischargePressure: "0.41 bar" }],
  ])("from %s is as uncertain as the heights they hang at, besides", (_, tag, snapshot) => {
    const situation = situationOf(caseFrom({ ...pumpJson(tag), snapshots: [snapshot] }));
    const read = leadingOf(situation.snapshots);
    const measured = read && measurementOf(situation, read);
    if (!measured) throw new Error("it is measured");
    const exact = headUncertainty({ ...measured, uHeight: 0 });
    expect(headUncertainty(measured)).toBeCloseTo(Math.hypot(exact, Math.SQRT2 * TAPE), 9);
    expect(headUncertainty(measured)).toBeGreaterThan(exact);
  });
});
