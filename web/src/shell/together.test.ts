import { describe, expect, it } from "vitest";
import { together } from "./together";

describe("a figure and its unit", () => {
  it.each([
    ["imbalance at 27.0 %", "imbalance at 27.0\u00a0%"],
    ["61 m³/h from head, 62 m³/h from power", "61\u00a0m³/h from head, 62\u00a0m³/h from power"],
    ["one line low, two alike", "one line low, two alike"],
    ["2 945 rpm", "2 945\u00a0rpm"],
    ["", ""],
  ])("%s", (text, kept) => {
    expect(together(text)).toBe(kept);
    expect(together(kept)).toBe(kept);
  });
});
