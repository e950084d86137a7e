import { describe, expect, it } from "vitest";
import { together } from "./together";

describe("a figure and its unit", () => {
  it.each([
    ["imbalance at 27.0 %", "imbalance at 27.0\u00a0%"],
    ["61 m³/h from head, 62 m³/h from power", "61\u00a0m³/h from head, 62\u00a0m³/h from power"],
    ["Head 45.6 m (44.3 to 46.9 m)", "Head 45.6\u00a0m (44.3 to 46.9\u00a0m)"],
    ["92 %: 2 of 3 readings", "92\u00a0%: 2 of 3 readings"],
    ["one line low, two alike", "one line low, two alike"],
    ["2 945 rpm", "2 945\u00a0rpm"],
    ["", ""],
  ])("%s", (text, kept) => {
    expect(together(text)).toBe(kept);
    expect(together(kept)).toBe(kept);
  });
});
