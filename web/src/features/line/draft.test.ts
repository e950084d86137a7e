import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type DraftPart, type LineChange, lineChanged, startLine } from "./draft";

const part = (id: string): DraftPart => ({ id, part: { kind: "pipe", length: "1 m" } });
const start = startLine(["a", "b", "c"].map(part));
const ids = (changes: readonly LineChange[]) =>
  changes
    .reduce(lineChanged, start)
    .now.map((p) => p.id)
    .join("");

describe("a line being drawn", () => {
  it("adds after the chosen part, moves, duplicates, removes", () => {
    expect(ids([{ do: "add", after: "a", part: part("x") }])).toBe("axbc");
    expect(ids([{ do: "add", after: undefined, part: part("x") }])).toBe("abcx");
    expect(ids([{ do: "move", from: 0, to: 2 }])).toBe("bca");
    expect(ids([{ do: "copy", id: "b", as: "x" }])).toBe("abxc");
    expect(ids([{ do: "remove", id: "b" }])).toBe("ac");
  });

  it("takes the letters of one field as one step, and back as one", () => {
    const type = (value: string): LineChange => ({ do: "field", id: "a", field: "bore", value });
    const typed = ["8", "80", "80 mm"].map(type).reduce(lineChanged, start);
    expect(typed.now[0]?.part.bore).toBe("80 mm");
    const back = lineChanged(typed, { do: "undo" });
    expect(back.now[0]?.part.bore).toBeUndefined();
    expect(lineChanged(back, { do: "redo" }).now).toEqual(typed.now);
    expect(lineChanged(typed, type("")).now[0]?.part).not.toHaveProperty("bore");
  });

  it("comes back to where it began, however it was changed", () => {
    const id = fc.constantFrom("a", "b", "c", "x", "gone");
    const step: fc.Arbitrary<LineChange> = fc.oneof(
      fc.record({ do: fc.constant("remove" as const), id }),
      fc.record({ do: fc.constant("copy" as const), id, as: fc.uuid() }),
      fc.record({ do: fc.constant("add" as const), after: id, part: fc.uuid().map(part) }),
      fc.record({
        ...{ do: fc.constant("field" as const), id, field: fc.constantFrom("bore", "length") },
        value: fc.string({ maxLength: 4 }),
      }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
        let draft = steps.reduce(lineChanged, start);
        for (let i = 0; i < 40; i++) draft = lineChanged(draft, { do: "undo" });
        expect(draft.now).toEqual(start.now);
      }),
    );
  });
});
