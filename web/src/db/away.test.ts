import { ConnectionException } from "@mikro-orm/core";
import { describe, expect, it } from "vitest";
import { isAway } from "./away";

const refused = Object.assign(new Error("connect ECONNREFUSED"), { code: "ECONNREFUSED" });

describe("a database that is away", () => {
  it.each([
    ["as the driver says it", refused],
    ["as the ORM says it", new ConnectionException(refused)],
    ["as a library says it that wraps what it caught", new Error("failed", { cause: refused })],
    ["wrapped twice", new Error("no", { cause: new Error("failed", { cause: refused }) })],
    ["after several addresses were tried", new AggregateError([refused], "all failed")],
    ["while it stops", Object.assign(new Error("bye"), { code: "57P01" })],
  ])("is known %s", (_, error) => expect(isAway(error)).toBe(true));

  it.each([
    ["a row that may not be", Object.assign(new Error("no"), { code: "23505" })],
    ["a fault of ours", new TypeError("x is undefined")],
    ["nothing", undefined],
  ])("is not taken for %s", (_, error) => expect(isAway(error)).toBe(false));

  it("is looked for in a ring of causes without end", () => {
    const ring = new Error("a");
    ring.cause = ring;
    expect(isAway(ring)).toBe(false);
  });
});
