import { describe, expect, it } from "vitest";
import { simulated } from "../../testing/simulated.ts";
import { boardOf } from "./index.ts";

function suctionOf(tag: string, size: number) {
  const board = boardOf(simulated(tag, "suction-restriction", size), "metric");
  if (!board.ok || !board.view.suction) throw new Error(`${tag}: no suction`);
  return board.view.suction;
}

describe("the suction's budget", () => {
  it.each(["LF-2", "TH-1", "QO-4"])(
    "calls nothing missing of a sound %s: its bands hold it",
    (tag) => {
      const { missing, withinBands } = suctionOf(tag, 0);
      expect(missing).toBeUndefined();
      expect(Math.abs(withinBands)).toBeLessThan(1);
    },
  );

  it("calls missing what the bands do not hold, and leaves no remainder then", () => {
    const { missing, withinBands, ...s } = suctionOf("LF-2", 6);
    expect(withinBands).toBe(0);
    expect(missing).toBeGreaterThan(2);
    // Air and level, less vapour, pipe and what is missing, are what is left.
    const left = s.atmosphere + s.level - s.vapour - s.loss - (missing ?? 0);
    expect(left).toBeCloseTo(s.available, 1);
  });
});
