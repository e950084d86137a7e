import { describe, expect, it } from "vitest";
import { demandRoom, toldBy, toldBySystem } from "./causes.mjs";
import { GaveUp } from "./say.mjs";

describe("the cause of a failure, for a person", () => {
  it.each([
    [
      "initdb: could not write: No space left on device\ninitdb: removing data",
      /is full \(\d+ MB free\)/,
    ],
    ["npm error code ENOSPC\nnpm error nospc", /is full/],
    ["W: Temporary failure resolving 'deb.invalid'\nE: Unable to fetch", /there is no network/],
    ["npm error code EAI_AGAIN", /there is no network/],
    ["mkdir: cannot create: Permission denied", /belongs to somebody else/],
  ])("is read from %j", (text, cause) => expect(toldBy(text, "/tmp")).toMatch(cause));

  it("is the last line that names a fault where nothing is known of it", () => {
    const log = "LOG: starting\nFATAL: data directory has wrong ownership\nLOG: bye\n";
    expect(toldBy(log, "/tmp")).toBe("FATAL: data directory has wrong ownership");
    const npm =
      "npm error reason: self-signed certificate\nnpm error A complete log of this run is in x\n";
    expect(toldBy(npm, "/tmp")).toBe("npm error reason: self-signed certificate");
    expect(toldBy("\n", "/tmp")).toBe("it said nothing");
  });

  it("is told of the system's codes and of no other error", () => {
    const full = Object.assign(new Error("x"), { code: "ENOSPC", path: "/tmp/new/folder" });
    expect(toldBySystem(full)).toMatch(/holds \/tmp\/new\/folder is full/);
    expect(toldBySystem(new TypeError("a fault of ours"))).toBeUndefined();
  });

  it("is told before a disk that is too small is filled", () => {
    expect(() => demandRoom("/tmp/not/yet/there", 1e9, "a database")).toThrow(GaveUp);
    expect(() => demandRoom("/tmp", 1, "a database")).not.toThrow();
  });
});
