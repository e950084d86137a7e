import { describe, expect, it } from "vitest";
import { clockFault } from "./device-clock";

const served = "2026-11-25T10:00:00.000Z";
const now = Date.parse(served);

describe("the device's clock", () => {
  it("is left alone while it is right enough", () => {
    expect(clockFault(served, now + 9 * 60_000)).toBe(0);
    expect(clockFault(served, now - 30_000)).toBe(0);
  });
  it("is put right when it is in another year", () => {
    const wrong = Date.parse("2019-01-01T00:00:00Z");
    expect(wrong + clockFault(served, wrong)).toBe(now);
    expect(clockFault(served, now + 40 * 86_400_000)).toBe(-40 * 86_400_000);
  });
});
