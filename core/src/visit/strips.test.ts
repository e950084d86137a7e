import { describe, expect, it } from "vitest";
import { factsFor } from "../../testing/facts.ts";
import { PUMP } from "../../testing/visit.ts";
import { dimensionAt } from "../case/index.ts";
import { parseQuantity } from "../quantity/index.ts";
import { foldEntries } from "./fold.ts";
import { doubtAbout, limitsOf } from "./plausible.ts";
import { doubtWords } from "../words/index.ts";
import { stripsOf } from "./strips.ts";

describe("doubt", () => {
  const doubt = (text: string, slot: string) => {
    const dimension = dimensionAt("as found", slot);
    const parsed = dimension && parseQuantity(text, dimension);
    if (!parsed?.ok) throw new Error(`${slot}: ${text}`);
    const found = doubtAbout(parsed.value, limitsOf(PUMP, foldEntries([]), slot));
    return found && doubtWords(found);
  };

  it.each([
    ["-32 inHg", "suctionPressure", "perfect vacuum"],
    ["8 bar", "dischargePressure", "end of this gauge"],
    ["-5 m3/h", "flow", "negative"],
    ["500 A", "amps.0", "plate"],
    ["99999 rpm", "speed", "more than"],
  ])("asks about %s as %s", (text, slot, words) => {
    expect(doubt(text, slot)).toContain(words);
  });

  it.each([
    ["-6.2 inHg", "suctionPressure"],
    ["4.3 bar", "dischargePressure"],
    ["62 m3/h", "flow"],
    ["21 A", "amps.0"],
    ["2931 rpm", "speed"],
  ])("asks nothing about %s as %s", (text, slot) => {
    expect(doubt(text, slot)).toBeUndefined();
  });
});

describe("strips", () => {
  it("offer this gauge's own unit first", () => {
    const [suction, discharge] = stripsOf(PUMP.instruments, PUMP.view.facts, "metric");
    expect(suction?.units[0]).toBe("inHg");
    expect(discharge?.units[0]).toBe("bar");
  });

  it("ask a submerged pump for its level and not for a suction gauge", () => {
    const strips = stripsOf(
      PUMP.instruments,
      factsFor({ family: "sump", installation: "submerged" }),
      "us",
    ).map((s) => s.slot);
    expect(strips).toContain("level");
    expect(strips).not.toContain("suctionPressure");
  });

  it("ask a single-phase motor for one current", () => {
    const strips = stripsOf(
      PUMP.instruments,
      factsFor({ family: "tub", motor: { phases: 1 } }),
      "metric",
    );
    expect(strips.filter((s) => s.slot.startsWith("amps"))).toHaveLength(1);
  });
});
