import { describe, expect, it } from "vitest";
import { takenAlong } from "./taken-along";

describe("what a day takes along", () => {
  it("has each thing once with the pumps it is for, what most ask for first", () => {
    const day = takenAlong([
      { tag: "LF-2", take: ["suction gauge", "clamp meter"] },
      { tag: "MG-1", take: ["Clamp meter ", "vacuum plate"] },
      { tag: "MG-1", take: ["clamp meter"] },
    ]);
    expect(day).toEqual([
      { what: "clamp meter", tags: ["LF-2", "MG-1"] },
      { what: "suction gauge", tags: ["LF-2"] },
      { what: "vacuum plate", tags: ["MG-1"] },
    ]);
  });

  it("is nothing where nothing is asked for", () => {
    expect(takenAlong([])).toEqual([]);
    expect(takenAlong([{ tag: "A", take: ["", "  "] }])).toEqual([]);
  });
});
