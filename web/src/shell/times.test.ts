import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { instantOf } from "./instant";
import { instantAt, otherDay, WALL_TIME, wallTime } from "./times";

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
          // The device works it out as the server does.
          expect(wallTime(instantAt(wall, zone) ?? "", zone)).toBe(wall);
          expect(Math.abs((back?.getTime() ?? 0) - date.getTime())).toBeLessThan(3_660_000);
        },
      ),
    );
  });

  it("names its day only where that is not the day of whoever looks", () => {
    const of = (due: string, now: string) => otherDay(due, "America/Denver", now, "Europe/Berlin");
    // Half past one there on the 29th; here the 29th has begun, there it has not.
    expect(of("2026-11-29T20:30:00Z", "2026-11-29T05:00:00Z")).toBe("");
    expect(of("2026-11-30T20:30:00Z", "2026-11-29T05:00:00Z")).toBe("30 Nov");
    expect(of("2030-03-05T20:30:00Z", "2026-11-29T05:00:00Z")).toBe("5 Mar 2030");
  });

  it.each(["", "soon", "2026-02-30T10:00", "2026-03-02T25:00"])("is none: %s", (wall) => {
    expect(instantOf(wall, "UTC")).toBeUndefined();
  });
});
