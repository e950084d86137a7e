import "fake-indexeddb/auto";
import { describe, expect, it } from "vitest";
import type { SheetEntry } from "./entries";
import { acknowledged, draftsOf, keep, keepDraft, waiting } from "./outbox";

const entry = (id: string, at: string) =>
  ({ kind: "acknowledgement", id, personId: "p", at, caution: "x" }) as SheetEntry;

describe("outbox", () => {
  it("keeps entries by sheet, oldest first, once each, until they are acknowledged", async () => {
    await keep("a", entry("2", "2026-01-02T00:00:00Z"));
    await keep("a", entry("1", "2026-01-01T00:00:00Z"));
    await keep("a", entry("1", "2026-01-01T00:00:00Z"));
    await keep("b", entry("3", "2026-01-03T00:00:00Z"));
    expect((await waiting("a")).map((e) => e.id)).toEqual(["1", "2"]);
    await acknowledged(["1"]);
    expect((await waiting("a")).map((e) => e.id)).toEqual(["2"]);
    expect(await waiting("b")).toHaveLength(1);
  });

  it("keeps a half-typed text and forgets it when emptied", async () => {
    await keepDraft("a", "as found/flow", "6");
    await keepDraft("a", "as found/flow", "62");
    expect(await draftsOf("a")).toEqual(new Map([["as found/flow", "62"]]));
    await keepDraft("a", "as found/flow", "");
    expect((await draftsOf("a")).size).toBe(0);
  });
});
