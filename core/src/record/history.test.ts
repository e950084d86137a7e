import { readCase } from "../case/index.ts";
import { diagnose } from "../diagnosis/index.ts";
import { describe, expect, it } from "vitest";
import { historyOf } from "./history.ts";

const at = (d: string) => new Date(`${d}T10:00:00Z`);
const gauges = [
  { id: "s", kind: "suction-gauge" },
  { id: "c", kind: "clamp" },
];

describe("history of a pump as its case tells it", () => {
  const history = historyOf(
    [
      { at: at("2026-05-02"), cause: "suction-restriction", done: "Strainer cleaned." },
      { at: at("2026-03-02"), cause: null, done: "" },
    ],
    [
      { at: at("2026-04-01"), passed: false, instrumentId: "s", deviation: "0.2 bar" },
      { at: at("2026-04-01"), passed: true, instrumentId: "c", deviation: "0 bar" },
    ],
    gauges,
  );

  it("holds causes found and zero checks of its gauges, oldest first", () => {
    expect(history).toEqual([
      { date: "2026-04-01", gaugeFound: "suction-bad" },
      { date: "2026-05-02", causes: ["suction-restriction"], remedy: "Strainer cleaned." },
    ]);
  });

  it("is read by the case format and turns the ranking", () => {
    const json = {
      format: "yard-tack/case",
      version: 1,
      pump: { family: "end-suction", installation: "flooded" },
      snapshots: [{ label: "as found", time: "2026-06-20T08:00:00Z" }],
    };
    const p = (extra: object) => {
      const file = readCase({ ...json, ...extra });
      if (!file.ok) throw new Error(JSON.stringify(file.error));
      return diagnose(file.value).causes.find((c) => c.id === "suction-restriction")?.probability;
    };
    expect(p({ history }) ?? 0).toBeGreaterThan(1.5 * (p({}) ?? 1));
  });
});
