import { describe, expect, it } from "vitest";
import { draftKeyOf, presentKey, withDrafts } from "./drafts";
import { whereOf } from "./use-sheet";

describe("drafts", () => {
  it("of an earlier version are found under their present key", () => {
    const plate = { topic: "plate", plate: "motor", field: "current" } as const;
    expect(presentKey("plate.motor.current")).toBe(draftKeyOf(plate));
    expect(presentKey("look")).toBe(draftKeyOf({ topic: "words", about: "look" }));
    expect(presentKey("as found/flow")).toBe("as found/flow");
    expect(presentKey(draftKeyOf(plate))).toBe(draftKeyOf(plate));
    expect(presentKey("nonsense.key")).toBe("nonsense.key");
  });

  it("are taken back by an empty text", () => {
    const drafts = withDrafts(new Map([["a", "1"]]), [
      ["a", ""],
      ["b", "2"],
    ]);
    expect([...drafts]).toEqual([["b", "2"]]);
  });
});

describe("where what was typed is", () => {
  const sent = { kind: "sent", at: null } as const;
  const still = { unkept: 0, writing: false, drafts: false };

  it("is never called kept or sent while it is not", () => {
    expect(whereOf(sent, still)).toEqual(sent);
    expect(whereOf(sent, { ...still, unkept: 2 })).toEqual({ kind: "not-kept", count: 2 });
    expect(whereOf({ kind: "waiting", count: 1 }, { ...still, unkept: 1 }).kind).toBe("not-kept");
    expect(whereOf(sent, { ...still, writing: true }).kind).toBe("keeping");
    expect(whereOf(sent, { ...still, drafts: true }).kind).toBe("keeping");
    const refused = { kind: "refused", count: 1, message: "gone" } as const;
    expect(whereOf(refused, { ...still, writing: true })).toEqual(refused);
  });
});
