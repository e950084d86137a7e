import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { situationOf } from "./situation.ts";
import { expectedSpeed } from "./speed.ts";

type Json = Record<string, unknown>;

/** LF-2 behind a drive: what speed is expected where nobody held a tachometer to it. */
function speed(drive: Json, snapshot: Json = {}) {
  const json = pumpJson("LF-2");
  const situation = situationOf(
    caseFrom({ ...json, pump: { ...(json["pump"] as Json), drive }, snapshots: [snapshot] }),
  );
  const [first] = situation.snapshots;
  if (!first) throw new Error("no snapshot");
  return expectedSpeed(situation, first);
}

describe("the speed behind a drive", () => {
  it("follows what the register has it set to, as loosely as what nobody read", () => {
    const set = speed({ kind: "vfd", frequency: "38 Hz" });
    expect(set?.value).toBeGreaterThan(0.74 * 2930);
    expect(set?.value).toBeLessThan(0.78 * 2930);
    expect((set?.u ?? 0) / (set?.value ?? 1)).toBeGreaterThan(0.025);
  });

  it("follows the frequency of the day, closely, whatever the register has", () => {
    const read = speed({ kind: "vfd", frequency: "50 Hz" }, { frequency: "38 Hz" });
    expect(read?.value).toBeLessThan(0.78 * 2930);
    expect((read?.u ?? 1) / (read?.value ?? 1)).toBeLessThan(0.01);
  });

  it("is none of a motor's on the mains", () => {
    const mains = speed({ kind: "direct", frequency: "38 Hz" });
    expect(mains?.value).toBeGreaterThan(0.97 * 2930);
  });
});
