/** How fast the hydraulics are: duty points, sampled bands, levers, a trace. */
import { buildCurve, curveTolerance } from "../src/curve/index.ts";
import { dutyPoint, type HeadMeasurement, sampledFlow } from "../src/hydraulics/index.ts";
import { gaugePa } from "../src/quantity/index.ts";
import { sheetAxes, traceHeadCurve } from "../src/sheet/index.ts";
import {
  leadingSnapshot,
  leverRows,
  partsOf,
  situationOf,
  suctionStudy,
} from "../src/visit/index.ts";
import { caseFrom, pumpJson } from "../testing/cases.ts";

const timed = (work: () => void): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};
const median = (work: () => void, count: number): number => {
  for (let i = 0; i < 5; i++) work();
  return Array.from({ length: count }, () => timed(work)).sort((a, b) => a - b)[count >> 1] ?? 0;
};

const built = buildCurve({
  speed: 2920,
  points: [0, 15, 30, 45, 60, 75, 90].map((q) => ({
    flow: q / 3600,
    head: 52 - 0.0021 * q * q,
    power: 5100 + 75 * q,
  })),
});
if (!built.ok) throw new Error(built.error);
const curve = built.value;
const tolerance = curveTolerance("3B", 10_000);
const measured = (i: number): HeadMeasurement => ({
  suction: { kind: "gauge", gauge: { pressure: gaugePa(11_000), u: 2500, bore: 0.08 } },
  discharge: { pressure: gaugePa(360_000 + (i % 1000) * 130), u: 5500, bore: 0.065 },
  density: 998,
  uHeight: 0.02,
});

const duties = timed(() => {
  for (let i = 0; i < 10_000; i++) {
    dutyPoint({
      measurement: measured(i),
      shaftPower: { value: 7000 + (i % 500) * 8, u: 300 },
      curve,
      tolerance,
    });
  }
});
const sampled = timed(() => {
  for (let i = 0; i < 1000; i++) sampledFlow(measured(i), curve, tolerance, undefined, 400);
});

const situation = situationOf(
  caseFrom({
    ...pumpJson("QO-4"),
    snapshots: [
      {
        label: "as found",
        flow: "105 gpm",
        suctionPressure: "17 inHg vac",
        dischargePressure: "105 psi",
        speed: "3520 rpm",
      },
    ],
  }),
);
const snapshot = leadingSnapshot(situation);
if (!snapshot) throw new Error("a snapshot");
const parts = partsOf(situation, snapshot);
const levers = median(() => {
  leverRows(situation, parts);
  suctionStudy(situation, parts);
}, 60);

const axes = sheetAxes({
  flow: [
    { at: { x: 90, y: 640 }, value: 0 },
    { at: { x: 910, y: 640 }, value: 100 },
  ],
  head: [
    { at: { x: 90, y: 640 }, value: 0 },
    { at: { x: 90, y: 80 }, value: 60 },
  ],
});
if (!axes.ok) throw new Error(axes.error);
const taps = Array.from({ length: 200 }, (_, i) => ({
  x: 90 + 4 * i,
  y: 640 - 9.33 * (50 - 0.00095 * i * i) + 2 * Math.sin(9 * i),
}));
const trace = median(() => {
  traceHeadCurve(axes.value, taps, { flow: "m3/h", head: "m" });
}, 60);

process.stdout.write(JSON.stringify({ duties, sampled, levers, trace }));
