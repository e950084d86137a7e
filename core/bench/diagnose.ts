/** Median and 95th percentile of one diagnosis of the shipped example, on one core. */
import { diagnose } from "../src/diagnosis/index.ts";
import { boardOf } from "../src/board/index.ts";
import { caseFrom, exampleJson } from "../testing/cases.ts";

function times(work: () => unknown, count = 300): { median: number; p95: number } {
  for (let i = 0; i < 30; i++) work();
  const list = Array.from({ length: count }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return { median: list[count >> 1] ?? 0, p95: list[Math.floor(count * 0.95)] ?? 0 };
}

const file = caseFrom(exampleJson());
const json = exampleJson();
const snapshots = json["snapshots"] as Record<string, unknown>[];
const [first] = snapshots;
const three = caseFrom({
  ...json,
  snapshots: [
    first,
    { ...first, label: "throttled", valve: "throttled", dischargePressure: "4.4 bar" },
    { ...first, label: "shut", valve: "shut", dischargePressure: "4.9 bar" },
  ],
});

process.stdout.write(
  JSON.stringify({
    one: times(() => diagnose(file)),
    threeSnapshots: times(() => diagnose(three), 150),
    board: times(() => boardOf(json, "metric")),
  }),
);
