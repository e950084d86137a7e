/** How fast a drawn line is audited, and a picture of the bench made. */
import { lineView, type WrittenPart } from "../src/board/index.ts";
import { BENCH_LAYOUTS, moveOn, startState } from "../src/suction/index.ts";
import { caseOfPump, readPump, type WrittenPump } from "../src/case/index.ts";
import { linePartsOf, lineSetting, situationOf, suctionLineStudy } from "../src/visit/index.ts";
import { PLAIN } from "../testing/lines.ts";
import { pumpJson } from "../testing/cases.ts";

const median = (work: () => void, count: number): number => {
  for (let i = 0; i < 10; i++) work();
  const times = Array.from({ length: count }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[count >> 1] ?? 0;
};

const { observations, snapshots, tests, history, ...written } = pumpJson("LF-1") as WrittenPump &
  Record<"observations" | "snapshots" | "tests", unknown>;
void [observations, snapshots, tests, history];
const parts: WrittenPart[] = [
  { kind: "bell", bore: "80 mm", height: "0.5 m" },
  ...Array.from({ length: 59 }, (_, i): WrittenPart => {
    const height = `${(0.5 - (i + 1) / 120).toFixed(3)} m`;
    if (i % 3 === 0) return { kind: "pipe", length: "0.5 m", height };
    if (i % 3 === 1) return { kind: "bend", angle: "90 deg", height };
    return { kind: "valve", valve: "gate", opening: 0.7, height };
  }),
];
const today = { flow: "60 m3/h", level: "", temperature: "", primer: "" };
const asked = { written, side: "suction", parts, asItLies: parts, today, units: "metric" } as const;
if (lineView({ ...asked, chosen: [] }).parts.length !== 60) throw new Error("it is not drawn");
const line = median(() => void lineView({ ...asked, chosen: ["valve-part-shut/3"] }), 101);

const file = readPump({ ...written, suction: { ...written.suction, elements: parts } });
if (!file.ok) throw new Error("it is in order");
const situation = situationOf(caseOfPump(file.value.file));
const setting = lineSetting(situation, { flow: 60 / 3600 });
if (typeof setting === "string") throw new Error(setting);
const drawn = linePartsOf(file.value.file.suction?.elements);
const audit = median(() => void suctionLineStudy(drawn, setting, PLAIN), 101);

const frames = BENCH_LAYOUTS.map((layout) => {
  const form = layout.form(layout.usual);
  const controls = Object.fromEntries(layout.controls.map((c) => [c.id, true]));
  let state = startState(form);
  // A picture at twelve times the room's time is the longest there is.
  return median(() => void (state = moveOn(form, state, controls, 12 / 30)), 101);
});
process.stdout.write(JSON.stringify({ line, audit, frame: Math.max(...frames) }));
