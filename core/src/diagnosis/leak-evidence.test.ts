import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { situationOf } from "../visit/index.ts";
import { diagnose } from "./diagnose.ts";

type Json = Record<string, unknown>;

const LINE = {
  suction: {
    sourceLevel: "-3 m",
    elements: [
      { kind: "strainer", bore: "150 mm", freeArea: "900 cm2", height: "-3.5 m" },
      { kind: "hose", bore: "150 mm", length: "6 m", height: "-0.2 m" },
      { kind: "joint", bore: "150 mm" },
      { kind: "hose", bore: "150 mm", length: "6 m", height: "0 m" },
      { kind: "pipe", bore: "150 mm", length: "1 m", height: "0 m" },
    ],
  },
};

const looked = (outcome: string, halving: readonly Json[], line: Json = LINE) =>
  caseFrom({
    ...pumpJson("MG-1"),
    ...line,
    observations: { present: ["complaint.no-flow"], absent: [] },
    tests: [{ test: "vacuum-plate", outcome, readings: { halving } }],
  });
const FALLS = { part: 3, needle: "falls" };
const HOLDS = { part: 5, needle: "holds" };

const leak = (file: ReturnType<typeof looked>) =>
  diagnose(file).causes.find((c) => c.id === "suction-air-leak")?.probability ?? 0;

describe("a line halved under vacuum", () => {
  it("speaks for a leak where the pipe falls, against one where it holds, and names the parts", () => {
    const none = leak(looked("good-holds", []));
    const found = diagnose(looked("good-holds", [FALLS, HOLDS]));
    expect(leak(looked("good-holds", [FALLS, HOLDS]))).toBeGreaterThan(1.5 * none);
    expect(leak(looked("good-holds", [{ part: 2, needle: "holds" }]))).toBeLessThan(none / 2);
    const said = found.causes.find((c) => c.id === "suction-air-leak")?.for ?? [];
    expect(said.map((e) => e.what)).toContain(
      "halved under vacuum, the line leaks at its parts 3 to 4",
    );
  });

  it("of a line that held near the pump only, the rest is left open", () => {
    const far = leak(looked("good-holds", [{ part: 2, needle: "holds" }]));
    const near = leak(looked("good-holds", [{ part: 5, needle: "holds" }]));
    expect(near).toBeGreaterThan(far);
    expect(near).toBeLessThan(leak(looked("good-holds", [])));
  });

  it("says nothing where the pump itself falls, looks contradict each other, or the part is not there", () => {
    const of = (outcome: string, looks: readonly Json[], line?: Json) =>
      situationOf(looked(outcome, looks, line)).leakSearch;
    expect(of("good-falls", [FALLS])).toBeUndefined();
    expect(
      of("good-holds", [
        { part: 2, needle: "holds" },
        { part: 4, needle: "falls" },
      ]),
    ).toBeUndefined();
    expect(of("good-holds", [{ part: 9, needle: "falls" }])).toBeUndefined();
    expect(of("good-holds", [{ part: 2.5, needle: "falls" }])).toBeUndefined();
    expect(of("good-holds", [FALLS], { suction: { sourceLevel: "-3 m" } })).toBeUndefined();
    expect(of("good-holds", [FALLS])).toMatchObject({ is: "fell", from: 2 });
  });
});
