import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { diagnose } from "./diagnose.ts";

describe("a test whose readings leave its outcome open", () => {
  const primer = (peak: string, outcome: string) => {
    const result = diagnose(
      caseFrom({
        ...pumpJson("MG-1"),
        observations: { present: ["complaint.slow-prime"], absent: [] },
        tests: [
          { test: "vacuum-plate", outcome, readings: { peak, fall: { to: peak, over: "2 min" } } },
        ],
        snapshots: [],
      }),
    );
    const probability = result.causes.find((c) => c.id === "priming-device-fault")?.probability;
    return { probability: probability ?? 0, notes: result.notes.join(" ") };
  };

  it("a vacuum a hair under the limit condemns the primer hardly more than one a hair over it", () => {
    // MG-1 stands where the atmosphere's 77 % are about 0.77 bar.
    const [poor, good] = [
      primer("0.769 bar vac", "poor-holds"),
      primer("0.771 bar vac", "good-holds"),
    ];
    expect(poor.probability / good.probability).toBeLessThan(1.6);
    expect(primer("0.40 bar vac", "poor-holds").probability).toBeGreaterThan(poor.probability);
  });

  it("an outcome against its own reading is named", () => {
    expect(primer("0.40 bar vac", "good-holds").notes).toContain(
      "Of the test “vacuum plate”, the outcome entered (good-holds) is not what its readings show.",
    );
    expect(primer("0.86 bar vac", "good-holds").notes).not.toContain("vacuum plate");
  });
});
