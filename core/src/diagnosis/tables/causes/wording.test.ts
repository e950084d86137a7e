import { describe, expect, it } from "vitest";
import { FAMILIES, INSTALLATIONS } from "../../../case/index.ts";
import { CAUSES } from "./index.ts";
import { onPump, type Placed } from "./wording.ts";

const PUMPS: readonly Placed[] = FAMILIES.flatMap((family) =>
  INSTALLATIONS.flatMap((installation) =>
    // Nobody lifts water into a circuit.
    (installation === "lift" ? [false] : [true, false]).map((closedLoop) => ({
      family,
      installation,
      closedLoop,
    })),
  ),
);

/** Everything a cause's row says of this pump. */
const said = (pump: Placed): string[] =>
  CAUSES.filter(
    ({ where: w }) =>
      !w.notFamilies?.includes(pump.family) &&
      (w.families?.includes(pump.family) ?? true) &&
      (w.installations?.includes(pump.installation) ?? true),
  ).map((row) => {
    const own = onPump(row, pump);
    const words = [own.name, own.mechanism, own.claim(null), own.firstAid, own.repair];
    return `${row.id}: ${[...words, ...own.parts, own.proof].join(" | ")}`;
  });

/** Sentences that must not be said of a pump of this kind. */
const NEVER: readonly (readonly [string, (p: Placed) => boolean, RegExp])[] = [
  [
    "throttle, shut or press against a valve on gears",
    (p) => p.family === "positive-displacement",
    /throttl|shut-off head|shut the discharge|close (its|the) discharge|on (its|the) curve/i,
  ],
  [
    "look for rings or vanes in gears",
    (p) => p.family === "positive-displacement",
    /wear ring|ring gap|\bvanes?\b/i,
  ],
  [
    "touch the gland, the bearing or the coupling of a pump under water",
    (p) => p.installation === "submerged",
    /gland that|repack|too hot to touch|align the coupling|float a board/i,
  ],
  [
    "charge a vessel in a pit",
    (p) => p.family === "sump" || p.family === "tub",
    /vessel|pressure switch for/i,
  ],
  ["raise the level of a circuit", (p) => p.closedLoop, /raise the level|lower the pump/i],
];

describe("what is said of a cause on this pump", () => {
  for (const [what, when, words] of NEVER) {
    it(`never tells anybody to ${what}`, () => {
      const pumps = PUMPS.filter(when);
      expect(pumps.length).toBeGreaterThan(0);
      const wrong = pumps.flatMap((p) =>
        said(p)
          .filter((line) => words.test(line))
          // Plastic wheels are no gears, and a control has no family.
          .filter((line) => !/^(heat-closed-ports|control-fault):/.test(line))
          .map((line) => `${p.family}, ${p.installation}: ${line}`),
      );
      expect(wrong).toEqual([]);
    });
  }

  it("is the row itself on a pump in sight, and the same row each time", () => {
    const plain: Placed = { family: "end-suction", installation: "flooded", closedLoop: false };
    const gears: Placed = { ...plain, family: "positive-displacement" };
    for (const row of CAUSES) {
      expect(onPump(row, plain)).toBe(row);
      expect(onPump(row, gears)).toBe(onPump(row, gears));
      expect(onPump(row, gears).condition).toBe(row.condition);
    }
    expect(onPump(row("worn-rings"), gears).name).toBe("Worn gears");
  });
});

const row = (id: string) => {
  const found = CAUSES.find((c) => c.id === id);
  if (!found) throw new Error(id);
  return found;
};
