import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { twoDirection } from "./two-direction.ts";

const base = { of: "pressure", u: 3000, straightVanes: false } as const;

describe("both ways at the same valve", () => {
  it("names the way with more pressure and how sure it is", () => {
    expect(twoDirection({ ...base, forward: 40_000, reverse: 100_000 })).toMatchObject({
      better: "reverse",
      why: "clear",
      ratio: 0.4,
    });
    expect(twoDirection({ ...base, forward: 40_000, reverse: 100_000 }).sure).toBeGreaterThan(0.99);
  });

  it("calls a drop smaller than a wheel in reverse leaves by its name", () => {
    expect(twoDirection({ ...base, forward: 100_000, reverse: 80_000 })).toMatchObject({
      better: "forward",
      why: "small-drop",
    });
  });

  it("cannot tell alike readings, nothing at all, or straight vanes", () => {
    expect(twoDirection({ ...base, forward: 100_000, reverse: 98_000 }).why).toBe("alike");
    expect(twoDirection({ ...base, forward: 0, reverse: -500 }).why).toBe("no-reading");
    expect(
      twoDirection({ ...base, forward: 1e5, reverse: 4e4, straightVanes: true }),
    ).toMatchObject({
      better: "cannot-tell",
      sure: 0.5,
    });
  });

  it("is the mirror of itself when the two are exchanged", () => {
    const p = fc.double({ min: 1, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(p, p, (a, b) => {
        const one = twoDirection({ ...base, forward: a, reverse: b });
        const other = twoDirection({ ...base, forward: b, reverse: a });
        expect(other.sure).toBe(one.sure);
        const mirror = { forward: "reverse", reverse: "forward", "cannot-tell": "cannot-tell" };
        expect(other.better).toBe(mirror[one.better]);
      }),
    );
  });
});
