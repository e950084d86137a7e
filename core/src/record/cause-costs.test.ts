import { describe, expect, it } from "vitest";
import type { CauseId } from "../case/index.ts";
import { causeCosts, type CausedVisit, costOf } from "./cause-costs.ts";

const visit = (
  day: string,
  pump: string,
  cause: CauseId = "suction-restriction",
  time?: number,
): CausedVisit => ({ at: `${day}T10:00:00Z`, pump, cause, time });
const NOW = "2026-11-29T00:00:00Z";

describe("what causes cost", () => {
  it("counts visits, pumps and hours by cause, the most frequent first", () => {
    const costs = causeCosts(
      [
        visit("2025-01-01", "a", "worn-rings", 7200),
        visit("2025-01-01", "a", "suction-restriction", 3600),
        visit("2025-02-01", "b"),
        visit("2026-02-01", "b", "suction-restriction", 1800),
      ],
      NOW,
    );
    expect(costs.map((c) => [c.cause, c.visits, c.pumps])).toEqual([
      ["suction-restriction", 3, 2],
      ["worn-rings", 1, 1],
    ]);
    // Three visits of three quarters of an hour each, the untimed one as long as the others.
    const [choked] = costs;
    expect(choked && costOf(choked, 60, 80)).toEqual({ money: 3 * 60 + 2.25 * 80, hours: 2.25 });
  });

  it("knows what came back on the same pump within ninety days, and judges nothing that still may", () => {
    const [cost] = causeCosts(
      [
        visit("2026-01-01", "a"),
        visit("2026-03-01", "a"),
        visit("2026-03-02", "b"),
        visit("2026-11-01", "c"),
      ],
      NOW,
    );
    // a came back once; a's second and b are over; c is too young to tell.
    expect(cost?.cameBack).toMatchObject({ right: 1, of: 3 });
    const [late] = causeCosts([visit("2026-01-01", "a"), visit("2026-04-15", "a")], NOW);
    expect(late?.cameBack).toMatchObject({ right: 0, of: 2 });
  });

  it("has no hours where nobody noted any, and nothing of nothing", () => {
    const [cost] = causeCosts([visit("2026-01-01", "a")], NOW);
    expect(cost && costOf(cost, 50, 80)).toEqual({ money: 50, hours: undefined });
    expect(causeCosts([], NOW)).toEqual([]);
  });
});
