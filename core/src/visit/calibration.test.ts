import { describe, expect, it } from "vitest";
import { note } from "../../testing/visit.ts";
import { calibrationRunOut } from "./calibration.ts";
import { foldEntries } from "./fold.ts";
import { rememberedGauges, type RegisteredInstrument } from "./gauges.ts";

const pump = (rows: readonly RegisteredInstrument[]) =>
  rememberedGauges({ id: "p", submerged: false }, rows, [], []);
const one = (id: string, kind: string, more: Partial<RegisteredInstrument> = {}) => ({
  id,
  name: id,
  kind,
  unit: "bar",
  ...more,
});
const SUCTION = { slot: "suctionPressure", tool: "gauges" } as const;
const AMPS = { slot: "amps.0", tool: "clamp meter" } as const;
const nothing = foldEntries([]);
const withVan = foldEntries([note(1, { topic: "read-with", side: "suction", value: "van" })]);

describe("a calibration", () => {
  it("is good on its last day, and has run out on the next", () => {
    const gauges = pump([one("SG", "suction-gauge", { pumpId: "p", goodUntil: "2026-03-31" })]);
    expect(calibrationRunOut(gauges, nothing, SUCTION, "2026-03-31T23:59:59Z")).toBeUndefined();
    expect(calibrationRunOut(gauges, nothing, SUCTION, "2026-04-01T00:00:00Z")).toEqual({
      name: "SG",
      goodUntil: "2026-03-31",
    });
  });

  it("is of the gauge that was screwed in, not of the one that hangs there", () => {
    const gauges = pump([
      one("SG", "suction-gauge", { pumpId: "p", goodUntil: "2020-01-01" }),
      one("van", "gauge", { goodUntil: "2027-01-01" }),
    ]);
    expect(calibrationRunOut(gauges, withVan, SUCTION, "2026-06-01")).toBeUndefined();
    expect(calibrationRunOut(gauges, nothing, SUCTION, "2026-06-01")?.name).toBe("SG");
  });

  it("that nobody wrote down has not run out", () => {
    expect(calibrationRunOut(pump([]), nothing, SUCTION, "2026-06-01")).toBeUndefined();
    expect(
      calibrationRunOut(pump([one("C1", "clamp")]), nothing, AMPS, "2026-06-01"),
    ).toBeUndefined();
  });

  it("of clamps has run out only where every one that is carried had", () => {
    const old = one("C1", "clamp", { goodUntil: "2025-01-01" });
    const older = one("C2", "clamp", { goodUntil: "2024-01-01" });
    const good = one("C3", "clamp", { goodUntil: "2027-01-01" });
    const said = (...rows: RegisteredInstrument[]) =>
      calibrationRunOut(pump(rows), nothing, AMPS, "2026-06-01")?.name;
    expect(said(old, older)).toBe("C1");
    expect(said(old, good)).toBeUndefined();
    expect(said(old, { ...good, retiredAt: "2026-01-01T00:00:00Z" })).toBe("C1");
    // The clamp that hangs at this pump, not those of the van.
    expect(said(good, { ...old, id: "own", name: "own", pumpId: "p" })).toBe("own");
  });
});
