import { describe, expect, it } from "vitest";
import { LF2_TODAY } from "./load";
import { demoFile, readings } from "./readings";
import { SITES } from "./stories";

const story = SITES.flatMap((s) => s.pumps).find((p) => p.tag === "LF-2");
if (!story) throw new Error("no LF-2");
const LF2 = story;
const at = (severity: number) =>
  readings(demoFile("LF-2"), LF2)({ cause: "suction-restriction", severity }).visit;

describe("the readings of LF-2's open call", () => {
  const sound = at(0);
  const today = at(LF2_TODAY);

  it("account for the complaint: a third of the flow is missing", () => {
    expect(today.flow * 3600).toBeGreaterThan(38);
    expect(today.flow * 3600).toBeLessThan(44);
    expect(today.flow / sound.flow).toBeLessThan(0.7);
  });

  it("are those of a pump that boils what comes through its strainer", () => {
    // Nearly all the air's pressure is used up; the curve has some 13 m more than is left.
    expect(today.suctionPressure / 1e5).toBeLessThan(-0.82);
    expect(today.suctionPressure / 1e5).toBeGreaterThan(-0.95);
    expect(today.head).toBeGreaterThan(34);
    expect(today.head).toBeLessThan(38);
    expect(today.dischargePressure / 1e5).toBeCloseTo(2.6, 1);
    expect(sound.head - today.head).toBeGreaterThan(8);
  });
});
