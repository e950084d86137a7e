import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { readCurve } from "../curve/index.ts";
import { situationOf } from "../visit/index.ts";
import { type ComparedPump, comparePumps } from "./compare-pumps.ts";
import { changedPump, onePointPump } from "./what-if-pump.ts";

const LF2: ComparedPump = { name: "LF-2", situation: situationOf(caseFrom(pumpJson("LF-2"))) };
const { curve } = LF2.situation;
const changed = (change: Parameters<typeof changedPump>[2]): ComparedPump => {
  const made = changedPump("changed", LF2, change);
  if (typeof made === "string") throw new Error(made);
  return made;
};

describe("a pump that is changed", () => {
  it("gives by the affinity laws what its speed and its wheel let it", () => {
    if (!curve?.speed || !curve.diameter) throw new Error("the demo's curve has speed and wheel");
    const q = 0.01;
    const { head = 0 } = readCurve(curve, q);
    const slow = changed({ speed: 0.9 * curve.speed }).situation.curve;
    expect(slow && readCurve(slow, 0.9 * q).head).toBeCloseTo(0.81 * head, 6);
    const cut = changed({ diameter: 0.95 * curve.diameter }).situation.curve;
    expect(cut && readCurve(cut, 0.95 * q).head).toBeCloseTo(0.95 ** 2 * head, 6);
    expect(cut?.diameter).toBeCloseTo(0.95 * curve.diameter, 9);
    const same = changed({ speed: curve.speed, diameter: curve.diameter }).situation.curve;
    expect(same && readCurve(same, q).head).toBeCloseTo(head, 9);
  });

  it("says where the laws no longer hold, and what is missing", () => {
    const wheel = curve?.diameter ?? 0;
    expect(changed({ diameter: 0.97 * wheel }).says?.join(" ")).toMatch(/rarely gives quite/);
    expect(changed({ diameter: 0.8 * wheel }).says?.join(" ")).toMatch(/beyond 15 %/);
    expect(changed({ speed: 1.3 * (curve?.speed ?? 0) }).says?.join(" ")).toMatch(/ask the maker/);
    expect(changedPump("x", LF2, { diameter: 1.1 * wheel })).toBe("larger");
    const bare = { ...LF2, situation: { ...LF2.situation, curve: undefined } };
    expect(changedPump("x", bare, { speed: 2000 })).toBe("curve");
    const nameless = { ...LF2.situation, curve: curve && { ...curve, speed: undefined } };
    expect(changedPump("x", { ...LF2, situation: nameless }, { speed: 2000 })).toBe("speed");
  });

  it("stands beside the one that is there, with what it says", () => {
    const slow = changed({ speed: 0.85 * (curve?.speed ?? 0) });
    const found = comparePumps(LF2, [slow], "metric");
    if (typeof found === "string") throw new Error(found);
    const [own, other] = found.pumps;
    expect(other?.duty?.flow ?? 0).toBeLessThan(own?.duty?.flow ?? 0);
    expect(other?.perVolume ?? 1).toBeLessThan(own?.perVolume ?? 0);
    // It is the same pump: nothing of it fits less.
    expect(other?.says.join(" ")).not.toMatch(/Flanges|wants/);
  });
});

describe("a pump of one rated point", () => {
  it("is told to be guessed, and goes through its point", () => {
    const made = onePointPump("rated", { flow: 0.017, head: 45 }, LF2.situation);
    if (!made?.situation.curve) throw new Error("no curve");
    expect(readCurve(made.situation.curve, 0.017).head).toBeCloseTo(45, 6);
    const found = comparePumps(LF2, [made], "metric");
    if (typeof found === "string") throw new Error(found);
    expect(found.pumps[1]?.says.join(" ")).toMatch(/guessed from one point/);
    expect(onePointPump("none", { flow: 0, head: 45 }, LF2.situation)).toBeUndefined();
  });
});

describe("what the pipe is rated for", () => {
  it("is held against the pressure at a shut valve, and only where it is known", () => {
    const says = (rating?: number) => {
      const found = comparePumps(LF2, [], "metric", rating);
      return typeof found === "string" ? found : (found.pumps[0]?.says.join(" ") ?? "");
    };
    expect(says(4e5)).toMatch(
      /Against a shut valve it makes .* bar, and the flanges there are rated for 4\.00 bar/,
    );
    expect(says(16e5)).not.toMatch(/shut valve/);
    expect(says()).not.toMatch(/shut valve/);
  });
});
