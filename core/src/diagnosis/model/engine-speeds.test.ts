import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../../testing/cases.ts";
import { simulated } from "../../../testing/simulated.ts";
import { expectedSpeed, situationOf } from "../../visit/index.ts";
import { diagnose } from "../diagnose.ts";
import { ownCurves } from "./own-curves.ts";
import { modelOf } from "./pump-model.ts";

type Json = Record<string, unknown>;

/** The engine set with what its register knows of the engine; nobody read the speed. */
function engineSet(drive: Json, read: Json = { dischargePressure: "2.4 bar" }) {
  const { pump, ...place } = pumpJson("MG-1") as { readonly pump: Json };
  const json = { ...place, pump: { ...pump, drive: { kind: "engine", ...drive } } };
  return situationOf(caseFrom({ ...json, snapshots: [{ label: "as found", ...read }] }));
}

const settings = (drive: Json) => {
  const situation = engineSet(drive);
  const curves = ownCurves(situation, modelOf(situation), false).sound;
  return [...new Set(curves.map((c) => c.speed))].map((speed) => ({
    speed,
    share: curves.filter((c) => c.speed === speed).reduce((s, c) => s + Math.exp(c.log), 0),
  }));
};

describe("an engine whose speed nobody read", () => {
  it("stands at its governor mostly, and nowhere above it or below idle", () => {
    const tried = settings({ governedSpeed: "1500 rpm", idleSpeed: "900 rpm" });
    const speeds = tried.map((t) => t.speed);
    expect(Math.max(...speeds)).toBe(1);
    expect(Math.min(...speeds)).toBeCloseTo(900 / 1500, 9);
    expect(tried.reduce((s, t) => s + t.share, 0)).toBeCloseTo(1, 9);
    expect(tried[0]?.share).toBeCloseTo(0.6, 9);
    for (const [i, s] of speeds.slice(1).entries()) expect((speeds[i] ?? 0) - s).toBeLessThan(0.08);
  });

  it("may stand anywhere where the register knows nothing of it", () => {
    const tried = settings({});
    expect(tried.map((t) => t.speed)).toContain(1);
    expect(Math.min(...tried.map((t) => t.speed))).toBe(0.4);
  });

  it("is expected at its governor's speed, not at the sheet's", () => {
    const speed = (drive: Json) => {
      const situation = engineSet(drive);
      const [snapshot] = situation.snapshots;
      if (!snapshot) throw new Error("a snapshot");
      return expectedSpeed(situation, snapshot)?.value;
    };
    expect(speed({ governedSpeed: "1500 rpm" })).toBeCloseTo(1500, 6);
    expect(speed({})).toBeCloseTo(1800, 6);
  });

  it("set lower than the sheet is no fault where its register says so", () => {
    const json = simulated("MG-1", "healthy", 0) as Json & { readonly pump: Json };
    const slow = simulated("MG-1", "low-speed", 1 - 1500 / 1800) as Json;
    const { speed: _unread, ...read } = (slow["snapshots"] as Json[])[0] ?? {};
    const of = (governedSpeed: string) => {
      const pump = { ...json.pump, drive: { kind: "engine", governedSpeed } };
      const { causes } = diagnose(caseFrom({ ...json, pump, snapshots: [read] }));
      return causes.find((c) => c.id === "low-speed")?.probability ?? 0;
    };
    expect(of("1500 rpm")).toBeLessThan(of("1800 rpm"));
  });
});
