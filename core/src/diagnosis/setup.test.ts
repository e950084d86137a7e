import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import type { CauseId } from "../case/index.ts";
import { situationOf } from "../visit/index.ts";
import { setupFactor } from "./setup.ts";

type Json = Record<string, unknown>;

const factor = (id: CauseId, change: Json, pump: Json = {}): number => {
  const json = pumpJson("LF-2");
  return setupFactor(
    situationOf(caseFrom({ ...json, ...change, pump: { ...(json["pump"] as Json), ...pump } })),
    id,
  );
};

describe("the plant as it was drawn", () => {
  it("has something to run back through, or has not, or nobody said", () => {
    const passing = (system: Json) => factor("check-valve-passing", { system });
    expect(passing({ standby: true })).toBeGreaterThan(1);
    expect(passing({})).toBe(1);
    expect(passing({ standby: false })).toBeLessThan(1);
    expect(passing({ standby: false })).toBeGreaterThan(0);
  });

  it("has rings to wear only round an enclosed wheel", () => {
    const rings = (style: string) => factor("worn-rings", {}, { impeller: { style } });
    expect(rings("enclosed")).toBe(1);
    for (const style of ["open", "semi-open", "vortex"]) expect(rings(style)).toBeLessThan(0.2);
  });

  it("lets a belt slip and keeps a coupled motor at the mains' speed", () => {
    const slow = (kind: string) => factor("low-speed", {}, { drive: { kind } });
    expect(slow("belt")).toBeGreaterThan(1);
    expect(slow("direct")).toBeLessThan(1);
  });

  it("does not suspect a gauge nobody reads", () => {
    const onlyDischarge = { snapshots: [{ dischargePressure: "4 bar" }] };
    expect(factor("suction-gauge-fault", onlyDischarge)).toBeLessThan(1);
    expect(factor("discharge-gauge-fault", onlyDischarge)).toBe(1);
    expect(
      factor("suction-gauge-fault", {
        snapshots: undefined,
        observations: { present: ["noise.none"] },
      }),
    ).toBe(1);
  });

  it("says nothing of other causes", () => {
    expect(factor("bearing-defect", { system: { standby: true } })).toBe(1);
  });
});
