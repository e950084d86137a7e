import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import type { CauseId } from "../case/index.ts";
import { simulate } from "./index.ts";

const GAUGES = {
  suction: { gaugeHeight: 0.2, line: "full" as const, bore: 0.08 },
  discharge: { gaugeHeight: 0.5, line: "full" as const, bore: 0.065 },
};

function shown(cause: CauseId, severity: number, valve: "as-found" | "shut" = "as-found") {
  const found = simulate(caseFrom(pumpJson("LF-2")), cause, severity, GAUGES, valve);
  if (!found.ok) throw new Error(found.error);
  return found.value;
}

describe("what a pump would show", () => {
  const sound = shown("healthy", 0);

  it("runs faster the less its motor has to do", () => {
    const worn = shown("impeller-worn", 0.16);
    const shut = shown("healthy", 0, "shut");
    expect(worn.shaftPower).toBeLessThan(sound.shaftPower);
    expect(worn.speed).toBeGreaterThan(sound.speed + 5);
    expect(shut.speed).toBeGreaterThan(worn.speed);
    expect(shut.speed).toBeLessThan(3000);
  });

  it("runs slower the more its motor has to do, and slower still with a slow drive", () => {
    const rubbing = shown("mechanical-drag", 0.45);
    expect(rubbing.speed).toBeLessThan(sound.speed - 5);
    expect(shown("low-speed", 0.14).speed).toBeLessThan(0.88 * sound.speed);
  });

  it("stands where speed, load and system agree: more speed gives more head than the sheet's", () => {
    // The sheet is for one speed; at the shut valve the motor runs above it.
    const shut = shown("healthy", 0, "shut");
    expect(shut.head / sound.head).toBeGreaterThan(1.1);
    expect(shut.flow).toBe(0);
  });

  it("takes a choke out of the suction gauge and leaves the head to the pump", () => {
    const choked = shown("suction-restriction", 3.5);
    expect(choked.suctionPressure).toBeLessThan(sound.suctionPressure - 2e4);
    expect(choked.head).toBeGreaterThan(0.95 * sound.head);
    expect(choked.flow).toBeLessThan(sound.flow);
  });

  it("takes what a discharge valve holds back out of the flow and gives it to the gauge", () => {
    const throttled = shown("discharge-restriction", 0.4);
    expect(throttled.flow / sound.flow).toBeCloseTo(0.6, 1);
    expect(throttled.dischargePressure).toBeGreaterThan(sound.dischargePressure);
    expect(throttled.shaftPower).toBeLessThan(sound.shaftPower);
  });

  it("says what is missing instead of guessing a system", () => {
    const { duty: _none, ...rest } = pumpJson("LF-2") as Record<string, unknown>;
    const found = simulate(caseFrom({ ...rest }), "healthy", 0, GAUGES);
    expect(_none).toBeDefined();
    expect(found.ok ? "" : found.error).toContain("a duty");
  });
});
