import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { instantOf } from "./instant";
import { WALL_TIME, wallTime } from "./times";

const ZONES = ["UTC", "Europe/Berlin", "America/Denver", "Asia/Kathmandu", "Pacific/Chatham"];

describe("a time at a place", () => {
  it("is what its clock shows, and the moment again", () => {
    expect(wallTime("2026-03-02T14:30:00Z", "America/Denver")).toBe("2026-03-02T07:30");
    expect(instantOf("2026-03-02T07:30", "America/Denver")?.toISOString()).toBe(
      "2026-03-02T14:30:00.000Z",
    );
    // Summer there.
    expect(instantOf("2026-07-02T07:30", "America/Denver")?.toISOString()).toBe(
      "2026-07-02T13:30:00.000Z",
    );
  });

  it("comes back the same, but for the hour a clock shows twice", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ZONES),
        fc.date({ min: new Date("2020-01-01"), max: new Date("2035-01-01"), noInvalidDate: true }),
        (zone, date) => {
          const wall = wallTime(date.toISOString(), zone);
          expect(wall).toMatch(WALL_TIME);
          const back = instantOf(wall, zone);
          expect(wallTime(back?.toISOString() ?? "", zone)).toBe(wall);
          expect(Math.abs((back?.getTime() ?? 0) - date.getTime())).toBeLessThan(3_660_000);
        },
      ),
    );
  });

  it.each(["", "soon", "2026-02-30T10:00", "2026-03-02T25:00"])("is none: %s", (wall) => {
    expect(instantOf(wall, "UTC")).toBeUndefined();
  });
});
