/** How fast the core computes. */
import { spawnSync } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { buildSync } from "esbuild";
import { tackBundle } from "../parts/tack-bundle.mjs";
import { ms, row, seconds } from "./row.mjs";

/** A measurement of the core, bundled as the application and the command are: that is what is used. */
export function inCore(root, file, args = []) {
  const bundled = join(root, `core/bench/${file}.bundle.mjs`);
  buildSync({
    entryPoints: [join(root, `core/bench/${file}.ts`)],
    outfile: bundled,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    logLevel: "warning",
  });
  const ran = spawnSync(process.execPath, [bundled, ...args], {
    maxBuffer: 1e8,
    cwd: join(root, "core"),
    encoding: "utf8",
  });
  rmSync(bundled);
  return JSON.parse(ran.stdout);
}
/** Sums and diagnoses without any interface. */
export async function coreFigures(root) {
  const sums = inCore(root, "computations");
  row("10,000 duty points with first-order bands", seconds(sums.duties), "at most 2 s");
  row("1,000 duty points with sampled bands, 400 draws", seconds(sums.sampled), "at most 2 s");
  row("every lever and the whole sweep, median", ms(sums.levers), "at most 30 ms");
  row("a curve trace of 200 points, median", ms(sums.trace), "at most 20 ms");
  const suction = inCore(root, "suction");
  row("a line of 60 parts judged and audited, median", ms(suction.audit), "at most 20 ms");
  row("the same read, drawn, and once more with a mend", ms(suction.line));
  row("a picture of the bench at its fastest, slowest layout", ms(suction.frame), "at most 8 ms");
  const core = inCore(root, "diagnose");
  row("one diagnosis, the shipped example, median", ms(core.one.median), "at most 20 ms");
  row("one diagnosis, 95th percentile", ms(core.one.p95));
  row(
    "one diagnosis with three snapshots, median",
    ms(core.threeSnapshots.median),
    "at most 30 ms",
  );
  row(
    "one diagnosis with three snapshots, 95th percentile",
    ms(core.threeSnapshots.p95),
    "at most 60 ms",
  );
  row("the whole Board, median", ms(core.board.median));

  const bundle = await tackBundle(root);
  const example = JSON.parse(readFileSync(join(root, "demo/cases/example-1.json"), "utf8"));
  const lines = Array.from({ length: 500 }, (_, i) => {
    const [snapshot] = example.snapshots;
    const pressure = `${(3 + (i % 20) / 12).toFixed(2)} bar`;
    return JSON.stringify({
      ...example,
      id: `b${i}`,
      snapshots: [{ ...snapshot, dischargePressure: pressure }],
    });
  });
  const start = performance.now();
  spawnSync(process.execPath, [bundle, "diagnose-many", "-"], {
    input: lines.join("\n"),
    maxBuffer: 1e9,
  });
  row(
    "diagnose-many, 500 cases, whole process",
    `${((performance.now() - start) / 1000).toFixed(2)} s`,
    "at most 20 s",
  );
}
