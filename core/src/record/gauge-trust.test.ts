import { describe, expect, it } from "vitest";
import { gaugeTrust } from "./gauge-trust.ts";

const GAUGE = { range: ["0 bar", "10 bar"], percent: 1 } as const;
const trust = (...shown: readonly string[]) =>
  gaugeTrust(
    shown.map((text, i) => ({ at: `20${20 + i}-05-01T10:00:00Z`, shown: text })),
    GAUGE,
    "metric",
  );

describe("a gauge over its visits", () => {
  it("is trusted as far as its zero was looked at", () => {
    expect(trust().say[0]).toMatch(/Nobody has looked/);
    expect(trust("0 bar").say).toEqual([
      "Its zero was looked at once, and stood within its class.",
    ]);
    expect(trust("0 bar", "0.05 bar").say[0]).toMatch(
      /2.* times, and stood within its class each time/,
    );
  });

  it("that stood off says how often, and what it showed the last time", () => {
    const { off, looks, say } = trust("0 bar", "0.3 bar", "0 bar", "0.25 bar");
    expect([off, looks]).toEqual([2, 4]);
    expect(say[0]).toMatch(
      /further off than its class bears 2 times; the last time it showed 0\.25/,
    );
    expect(trust("0.2 bar").say[0]).toMatch(/every time/);
  });

  it("moves only where it goes one way beyond its scatter", () => {
    const moving = trust("0 bar", "0.06 bar", "0.12 bar", "0.18 bar", "0.24 bar");
    expect(moving.moves?.perYear).toBeGreaterThan(5000);
    expect(moving.moves?.perYear).toBeLessThan(7000);
    expect(moving.say.at(-1)).toMatch(/a year, upwards/);
    expect(trust("0.1 bar", "-0.1 bar", "0.08 bar", "-0.05 bar", "0.02 bar").moves).toBeUndefined();
    // A steady zero, however far off, goes nowhere.
    expect(trust("0.3 bar", "0.3 bar", "0.3 bar").moves).toBeUndefined();
    expect(trust("0 bar", "0.2 bar").moves).toBeUndefined();
  });

  it("leaves out what is no pressure", () => {
    expect(trust("about nothing", "0 bar").looks).toBe(1);
  });
});
