/** Median and 95th percentile of one diagnosis of the shipped example, on one core. */
import { readFileSync } from "node:fs";
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

/** The open cases with three snapshots, each as often as makes a hundred and more. */
const open = readFileSync(new URL("../reference/open-cases.ndjson", import.meta.url), "utf8")
  .trim()
  .split("\n")
  .map((line) => caseFrom((JSON.parse(line) as { case: Record<string, unknown> }).case))
  .filter((f) => f.snapshots.length === 3);
let turn = 0;
const three = () => {
  const next = open[turn++ % open.length];
  return next && diagnose(next);
};

process.stdout.write(
  JSON.stringify({
    one: times(() => diagnose(file)),
    threeSnapshots: times(three, 150),
    board: times(() => boardOf(json, "metric")),
  }),
);
