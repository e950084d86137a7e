import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { compare } from "./check.ts";
import { runReference, type SetReport } from "./run.ts";

const load = (name: string): unknown =>
  JSON.parse(
    readFileSync(new URL(`../../../core/reference/${name}.json`, import.meta.url), "utf8"),
  );

function only(name: string): SetReport {
  const report = runReference(load(name));
  if (Array.isArray(report)) throw new Error("one set");
  return report;
}

describe("check values", () => {
  it.each([
    "units",
    "water",
    "head",
    "uncertainty",
    "affinity",
    "npsh",
    "motor",
    "friction",
    "deadhead",
    "fire",
    "sump",
    "vacuum",
    "gland",
  ])("%s passes whole", (name) => {
    const report = only(name);
    expect(report.failures).toEqual([]);
    expect(report.skipped).toBe(0);
    expect(report.passed).toBeGreaterThan(5);
  });

  it("counts a kind that is not built as skipped, not as passed", () => {
    const report = runReference({
      set: "tightness",
      cases: [{ id: "g", inputs: {}, expected: { x: { value: 1 } } }],
    });
    expect(report).toMatchObject({ passed: 0, failed: 0, skipped: 1 });
  });

  it("fails a case whose value is off by more than its tolerance", () => {
    const spoiled = structuredClone(load("water")) as {
      cases: { expected: { saturationPressure?: { value: number } } }[];
    };
    const entry = spoiled.cases[0]?.expected.saturationPressure;
    if (!entry) throw new Error("a pressure");
    entry.value *= 1.001;
    expect(runReference(spoiled)).toMatchObject({ failed: 1 });
  });

  it("reports several sets as a list", () => {
    expect(runReference({ water: load("water"), head: load("head") })).toHaveLength(2);
  });
});

describe("comparison", () => {
  it.each([
    [{ value: 1, tol: 0.1 }, 1.05, true],
    [{ value: 1, tol: 0.1 }, 1.2, false],
    [{ value: 100, rtol: 0.01 }, 100.9, true],
    [{ value: 0, rtol: 0.5 }, 0.001, false],
    [{ value: null }, null, true],
    [{ value: null }, 0, false],
    [{ value: [1, 2], tol: 0.1 }, [1, 2.05], true],
    [{ value: [1, 2], tol: 0.1 }, [1], false],
    [{ value: { a: 1 }, tol: 0.1 }, { a: 1.01, b: 9 }, true],
    [{ value: "full" }, "empty", false],
    [{ value: 1, tol: 0.1 }, Number.NaN, false],
  ])("%j against %j: %s", (entry, got, passes) => {
    expect(compare({ x: entry }, { x: got })).toHaveLength(passes ? 0 : 1);
  });

  it("goes into groups and names the key", () => {
    expect(compare({ a: { b: { value: 1 } } }, { a: { b: 2 } })[0]?.key).toBe("a.b");
  });
});
