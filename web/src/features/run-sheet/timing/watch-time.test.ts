import { describe, expect, it } from "vitest";
import { elapsedOf, isForgotten, readWatch, secondsText, STANDS, watchText } from "./watch-time";

describe("a watch", () => {
  it("adds its starts and never runs backwards", () => {
    const running = { since: 1000, before: 500, rung: false };
    expect(elapsedOf(running, 3000)).toBe(2500);
    expect(elapsedOf(running, 200)).toBe(500);
    expect(elapsedOf(STANDS, 9e12)).toBe(0);
  });
  it("comes back from the device, and from nonsense as a watch that stands", () => {
    expect(readWatch('{"since":5,"before":7,"rung":true}')).toEqual({
      since: 5,
      before: 7,
      rung: true,
    });
    for (const odd of [null, "", "{", "3", '"x"', '{"since":"soon","before":-4}'])
      expect(readWatch(odd)).toEqual(STANDS);
  });
  it("is known to be forgotten after a night", () => {
    expect(isForgotten(7 * 3_600_000)).toBe(false);
    expect(isForgotten(9 * 3_600_000)).toBe(true);
  });
  it("shows time as a watch does", () => {
    expect(watchText(61_500)).toBe("01:01");
    expect(watchText(3_723_000)).toBe("1:02:03");
    expect([secondsText(12_340), secondsText(75_600)]).toEqual(["12.3 s", "76 s"]);
  });
});
