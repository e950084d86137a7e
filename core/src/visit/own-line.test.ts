import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { benchSizes } from "./own-line.ts";
import { pumpView } from "./pump-view.ts";
import { situationOf } from "./situation.ts";

type Json = Record<string, unknown>;
const lineOf = (tag: string, change: Json = {}) =>
  pumpView(situationOf(caseFrom({ ...pumpJson(tag), ...change }))).line;

const USUAL = { level: -3, suction: 0.05, casing: 0.02 };
const lifted = (length: string, sourceLevel = "-4 m") => ({
  suction: {
    sourceLevel,
    elements: [
      { kind: "foot-valve", bore: "100 mm", height: "-4.5 m" },
      { kind: "pipe", bore: "100 mm", length, height: "0 m" },
    ],
  },
});

describe("a pump's own line", () => {
  it("knows what its pipe holds and what of it stands dry", () => {
    const line = lineOf("LF-2", lifted("9 m"));
    expect(line.level).toBe(-4);
    expect(line.pipe).toBeCloseTo(9 * (Math.PI / 4) * 0.01, 6);
    // Of the rise of 4.5 m the lowest half metre is under water.
    const dry = line.air?.pieces.reduce((sum, p) => sum + p.volume, 0) ?? 0;
    expect(dry / line.pipe).toBeCloseTo(4 / 4.5, 6);
  });

  it("has no air to draw off where the water comes by itself, or nothing is drawn", () => {
    expect(lineOf("LF-2", lifted("9 m", "2 m")).air).toBeUndefined();
    expect(lineOf("LF-2", { suction: { sourceLevel: "-4 m" } }).air).toBeUndefined();
    expect(lineOf("LF-2", { suction: {} })).toMatchObject({ level: undefined, pipe: 0 });
  });

  it("gives a bench its sizes, within what can be watched, and keeps a lift a lift", () => {
    const own = benchSizes({ level: -5.2, casing: 0.03, pipe: 0.08, air: undefined }, USUAL);
    expect(own).toEqual({ level: -5.2, casing: 0.03, suction: 0.08 });
    const wild = benchSizes({ level: 2, casing: 9, pipe: 1e-6, air: undefined }, USUAL);
    expect(wild).toEqual({ level: -3, casing: 0.2, suction: 0.002 });
    const none = benchSizes({ level: -40, casing: undefined, pipe: 0, air: undefined }, USUAL);
    expect(none).toEqual({ level: -9, casing: 0.02, suction: 0.05 });
  });
});
