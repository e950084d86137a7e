import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readCase } from "../case/index.ts";
import { diagnose } from "./index.ts";

/**
 * A hundred made-up visits with known causes, every fifth of the open set. What is asked here is what
 * was reached when this was written: whoever loses a case has to look at it and say why.
 */
const lines = readFileSync(new URL("../../reference/open-cases.ndjson", import.meta.url), "utf8")
  .trim()
  .split("\n")
  .map((l) => JSON.parse(l) as { readonly cause: string; readonly case: unknown });

const results = lines.map(({ cause, case: json }) => {
  const file = readCase(json);
  if (!file.ok) throw new Error(JSON.stringify(file.error));
  return { cause, causes: diagnose(file.value).causes };
});

const share = (hit: (r: (typeof results)[number]) => boolean): number =>
  results.filter(hit).length / results.length;

describe("accuracy on open cases", () => {
  it("names the right cause first, and among the first three", () => {
    expect(results).toHaveLength(100);
    expect(share((r) => r.causes[0]?.id === r.cause)).toBeGreaterThanOrEqual(0.87);
    // A bearing that nothing told of is the fourth: behind worn rings, which its row never met and its kin have.
    expect(share((r) => r.causes.slice(0, 3).some((c) => c.id === r.cause))).toBeGreaterThanOrEqual(
      0.97,
    );
  });

  it("is as sure as it is right", () => {
    const said = results.map((r) => r.causes[0]?.probability ?? 0);
    const right = results.map((r) => (r.causes[0]?.id === r.cause ? 1 : 0));
    const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
    expect(Math.abs(mean(said) - mean(right))).toBeLessThan(0.06);
    const sure = results.filter((r) => (r.causes[0]?.probability ?? 0) > 0.9);
    const wrong = sure.filter((r) => r.causes[0]?.id !== r.cause);
    expect(sure.length).toBeGreaterThanOrEqual(56);
    // One of them: three currents of about an ampere, which a clamp tells apart no better than by 0.3 A.
    expect(wrong.length).toBeLessThanOrEqual(1);
  });

  it("condemns hardly any healthy pump", () => {
    const healthy = results.filter((r) => r.cause === "healthy");
    const condemned = healthy.filter((r) => {
      const [first] = r.causes;
      return first?.id !== "healthy" && (first?.probability ?? 0) > 0.9;
    });
    expect(healthy.length).toBeGreaterThan(8);
    expect(condemned).toHaveLength(0);
  });
});
