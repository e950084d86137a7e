import { describe, expect, it } from "vitest";
import { readRecord } from "../record/index.ts";
import { siteYear, type SiteYearAsked } from "./site-year.ts";

const entry = (tag: string, month: number, more: Record<string, unknown> = {}, kind = "call") => ({
  at: new Date(Date.UTC(2026, month - 1, 3)),
  ...{ tag, kind, title: "Low" },
  record: readRecord({ closed: "cured", found: "Weed.", done: "Cleaned.", ...more }),
});
const year = (more: Partial<SiteYearAsked> = {}) =>
  siteYear({
    ...{ name: "Larkfen", year: 2026, entries: [], promised: [] },
    pumps: [
      { tag: "LF-1", purpose: "left", trend: [] },
      { tag: "LF-2", purpose: "right", trend: [] },
    ],
    ...more,
  });

describe("a year of a place", () => {
  it("says what was called for, which pump most, and what it had more than once", () => {
    const { title, lead, rows, again, calls } = year({
      entries: [
        entry("LF-2", 9, { was: "suction-restriction" }),
        entry("LF-2", 3, { was: "suction-restriction" }),
        entry("LF-1", 5, { cause: "worn-rings" }),
        entry("LF-1", 6, {}, "round"),
        entry("LF-1", 7, { closed: "called off" }),
      ],
    });
    expect(title).toBe("Larkfen in 2026");
    expect(lead).toBe("2 pumps, 3 calls and 1 round. LF-2 was called for most, 2 times.");
    expect(rows.map((r) => [r.tag, r.calls, r.rounds])).toEqual([
      ["LF-1", 1, 1],
      ["LF-2", 2, 0],
    ]);
    expect(again).toHaveLength(1);
    expect(again[0]).toMatch(/^LF-2: .*, 2 times\.$/);
    expect(calls.map((c) => c.at.getUTCMonth())).toEqual([2, 4, 8]);
  });

  it("tells the head as far as the gauges tell it, by the year's own last reading", () => {
    const head = (...trend: [string, number][]) =>
      year({
        pumps: [
          {
            tag: "A",
            purpose: "",
            trend: trend.map(([at, percent]) => ({ at, percent, band95: 2 })),
          },
        ],
      }).rows[0]?.head;
    expect(head(["2025-01-01", 0], ["2026-05-01", -12])).toBe("12 ± 2.0 % under its base");
    expect(head(["2025-01-01", 0], ["2026-05-01", -1.5])).toBe("as at its base, within 2.0 %");
    // What was read after the year is no part of it.
    expect(head(["2024-01-01", 0], ["2025-05-01", -5], ["2027-01-01", -20])).toBe(
      "5.0 ± 2.0 % under its base (read in 2025)",
    );
    expect(head(["2026-01-01", 0])).toBe("");
  });

  it("of nothing says so", () => {
    expect(year().lead).toBe(
      "2 pumps, no calls and no rounds. Nothing was signed there that year.",
    );
  });
});
