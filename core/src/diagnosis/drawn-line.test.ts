import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import type { CauseId } from "../case/index.ts";
import { situationOf } from "../visit/index.ts";
import { diagnose } from "./diagnose.ts";
import { drawnFactor, drawnReason } from "./drawn-line.ts";

type Json = Record<string, unknown>;

const suction = (sourceLevel: string, elements: readonly Json[]) => ({
  suction: { sourceLevel, elements },
});
const situation = (change: Json, tag = "LF-2") =>
  situationOf(caseFrom({ ...pumpJson(tag), ...change }));
const factor = (id: CauseId, change: Json) => drawnFactor(situation(change), id);

const MOUTH = { kind: "bell", bore: "150 mm", height: "0.2 m" };
const PIPE = { kind: "pipe", bore: "150 mm", length: "4 m", height: "0 m" };
const END = { kind: "pipe", bore: "150 mm", length: "2 m", height: "0 m" };

describe("a drawn line", () => {
  it("says nothing where none is drawn, or nobody knows how high the water stands", () => {
    for (const id of ["suction-restriction", "air-trap", "foot-valve-leak"] as const) {
      expect(factor(id, {})).toBe(1);
      expect(factor(id, { suction: { elements: [MOUTH, PIPE] } })).toBe(1);
    }
  });

  it("leaves hardly a place for a foot valve that leaks where there is none", () => {
    const line = suction("-3 m", [{ ...MOUTH, height: "-4 m" }, { ...PIPE, length: "5 m" }, END]);
    expect(factor("foot-valve-leak", line)).toBeLessThan(0.2);
    const foot = { ...MOUTH, kind: "foot-valve", height: "-4 m" };
    expect(
      factor("foot-valve-leak", suction("-3 m", [foot, { ...PIPE, length: "5 m" }, END])),
    ).toBe(1);
  });

  it("lets no air in where every part of it is under pressure, and raises a defect's cause", () => {
    const sound = suction("4 m", [MOUTH, PIPE, END]);
    expect(factor("suction-air-leak", sound)).toBeLessThan(0.5);
    const tight = { kind: "strainer", bore: "150 mm", freeArea: "150 cm2" };
    const defect = suction("4 m", [MOUTH, tight, PIPE, END]);
    expect(factor("suction-restriction", defect)).toBeGreaterThan(1);
    expect(drawnReason(situation(defect), "suction-restriction")).toMatch(/chokes easily/);
    expect(factor("suction-restriction", sound)).toBeLessThan(1);
    const high = suction("4 m", [MOUTH, { ...PIPE, height: "0.5 m" }, END]);
    expect(factor("air-trap", high)).toBeGreaterThan(1);
    expect(factor("air-trap", sound)).toBeLessThan(1);
    expect(factor("bearing-defect", defect)).toBe(1);
  });

  it("stands in the reasons where its cause leads, and a valve drawn half shut is no part of the clean loss", () => {
    const half = { kind: "valve", valve: "gate", bore: "80 mm", opening: 0.3 };
    const bore = { bore: "80 mm" };
    const lines = suction("1.8 m", [
      { ...MOUTH, ...bore },
      half,
      { ...PIPE, ...bore },
      { ...END, ...bore },
    ]);
    const reading = {
      snapshots: [
        {
          ...{ label: "as found", flow: "50 m3/h", speed: "2930 rpm" },
          ...{ suctionPressure: "-0.65 bar", dischargePressure: "3.1 bar" },
        },
      ],
    };
    const found = diagnose(caseFrom({ ...pumpJson("LF-2"), ...lines, ...reading }), "metric");
    expect(found.causes[0]?.id).toBe("suction-restriction");
    expect(found.explanation.join(" ")).toMatch(
      /As drawn, something on its drawn line chokes easily/,
    );
  });
});
