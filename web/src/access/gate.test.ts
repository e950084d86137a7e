import { describe, expect, it } from "vitest";
import { type Asked, passage } from "./gate";
import { isAtThisMachine } from "./hosts";
import { contentPolicy } from "./page-policy";

const asked = (more: Partial<Asked>): Asked => ({
  method: "POST",
  path: "/api/sheets/x/entries",
  host: "127.0.0.1:3000",
  origin: "http://127.0.0.1:3000",
  site: "same-origin",
  ...more,
});
const status = (more: Partial<Asked>, configured?: string) => {
  const passed = passage(asked(more), configured);
  return passed.ok ? 200 : passed.status;
};

describe("under which name it was asked", () => {
  it.each(["127.0.0.1:3000", "localhost:3100", "[::1]:3000", "LOCALHOST"])(
    "loopback is %s",
    (host) => {
      expect(status({ method: "GET", host })).toBe(200);
    },
  );

  it.each(["pumps.example:3000", "127.0.0.1.example", "localhost.example:3000", "", "127.0.0.1@x"])(
    "a name nobody configured is turned away, reads too: %j",
    (host) => {
      expect(status({ method: "GET", host })).toBe(421);
      expect(status({ method: "GET", host: null })).toBe(421);
    },
  );

  it("a configured name is ours, with its port or with any", () => {
    const names = "yard.plant.example , 10.0.0.7:3443";
    expect(status({ method: "GET", host: "yard.plant.example" }, names)).toBe(200);
    expect(status({ method: "GET", host: "Yard.plant.example:8443" }, names)).toBe(200);
    expect(status({ method: "GET", host: "10.0.0.7:3443" }, names)).toBe(200);
    expect(status({ method: "GET", host: "10.0.0.7:80" }, names)).toBe(421);
    expect(status({ method: "GET", host: "" }, names)).toBe(421);
  });
});

describe("who sits at this machine", () => {
  it.each([
    ["nobody in between", "127.0.0.1:3000", null, false, true],
    ["the server's own word of it", "localhost:3000", "::ffff:127.0.0.1", false, true],
    ["a proxy that asks under a loopback name", "127.0.0.1:3000", "10.0.0.9", false, false],
    ["a proxy behind a proxy", "127.0.0.1:3000", "10.0.0.9, 127.0.0.1", false, false],
    ["a server that serves others too", "127.0.0.1:3000", null, true, false],
    ["another name", "yard.plant.example", null, false, false],
    ["no name", null, null, false, false],
  ])("%s", (_, host, from, elsewhere, here) => {
    expect(isAtThisMachine(host, from, elsewhere)).toBe(here);
  });
});

describe("where a write comes from", () => {
  it("a page of ours may write", () => {
    expect(status({})).toBe(200);
    expect(status({ site: null })).toBe(200);
  });

  it.each([
    ["another site", { origin: "http://elsewhere.example", site: "cross-site" }],
    ["another port", { origin: "http://127.0.0.1:3001" }],
    ["a sandboxed frame", { origin: "null", site: "cross-site" }],
    ["no origin", { origin: null, site: null }],
    ["what is no address", { origin: "127.0.0.1:3000" }],
    [
      "a form of another site whose origin was stripped",
      { path: "/api/v1/diagnose", origin: null, site: "cross-site" },
    ],
    ["a neighbour's name", { origin: "http://127.0.0.1:3000", site: "same-site" }],
  ])("%s may not", (_, more) => {
    for (const method of ["POST", "PUT", "PATCH", "DELETE", "post", "PROPFIND"])
      expect(status({ ...more, method })).toBe(403);
  });

  it("a program sends no origin, to its own paths only", () => {
    const program = { origin: null, site: null };
    expect(status({ ...program, path: "/api/v1/diagnose" })).toBe(200);
    expect(status({ ...program, path: "/api/v1" })).toBe(403);
    expect(status({ ...program, path: "/" })).toBe(403);
  });

  it("reads may come from anywhere: their answers cannot be read there", () => {
    expect(status({ method: "GET", origin: "http://elsewhere.example", site: "cross-site" })).toBe(
      200,
    );
  });
});

describe("what a page may load", () => {
  it("runs no inline script without the nonce, is framed by nobody, posts to nobody else", () => {
    const policy = contentPolicy("abc", false);
    expect(policy).toMatch(/script-src 'self' 'nonce-abc' 'strict-dynamic';/);
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    for (const rule of [
      "frame-ancestors 'none'",
      "form-action 'self'",
      "base-uri 'none'",
      "object-src 'none'",
    ])
      expect(policy).toContain(rule);
    expect(contentPolicy("abc", true)).toContain("'unsafe-eval'");
  });
});
