import { afterEach, describe, expect, it, vi } from "vitest";
import { roomHere } from "./room";

afterEach(() => void vi.unstubAllGlobals());
const browser = (estimate: unknown) => vi.stubGlobal("navigator", { storage: { estimate } });

describe("the room of a device", () => {
  it("is nearly gone beyond four fifths of what the browser lets pages keep", async () => {
    browser(() => Promise.resolve({ usage: 80, quota: 100 }));
    expect(await roomHere()).toEqual({ used: 80, inAll: 100, nearlyFull: false });
    browser(() => Promise.resolve({ usage: 81, quota: 100 }));
    expect(await roomHere()).toMatchObject({ nearlyFull: true });
  });

  it("is not known where the browser does not say, or refuses to", async () => {
    vi.stubGlobal("navigator", {});
    expect(await roomHere()).toBeUndefined();
    browser(() => Promise.resolve({}));
    expect(await roomHere()).toBeUndefined();
    browser(() => Promise.resolve({ usage: 5, quota: 0 }));
    expect(await roomHere()).toBeUndefined();
    browser(() => Promise.reject(new Error("no")));
    expect(await roomHere()).toBeUndefined();
  });
});
