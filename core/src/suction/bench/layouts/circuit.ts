/** A priming circuit: a small self-priming pump fills the large one in series, then keeps the lines full beside it. */
import type { BenchLayout } from "../layout.ts";
import { OUTSIDE } from "../model.ts";
import { all, cell, emptied, full, link, off, on, WHEEL } from "./parts.ts";

export const CIRCUIT_LAYOUT: BenchLayout = {
  id: "circuit",
  name: "Priming circuit",
  about: "a small self-priming pump in series with the large one, then in parallel",
  usual: { level: -3, suction: 0.05, casing: 0.02 },
  form: ({ level, suction, casing }) => ({
    cells: [
      cell("source", "water", level - 2, level, 60_000, { open: true, fill: 1 }),
      // The small one keeps the water it needs to raise more.
      cell("small", "small pump", -0.5, -0.2, 6, { fill: 0.95 }),
      cell("suction", "large suction", level - 0.6, 0, suction * 1000),
      cell("casing", "large casing", 0, 0.4, casing * 1000, { casing: true }),
      cell("discharge", "common discharge", 0.4, 2.5, 30),
    ],
    links: [
      link("raise", "small pump", ["source", "small"], -0.5, 0.4, {
        pours: { control: "small", rate: 0.7, most: 120_000 },
      }),
      link("series", "valve in series", ["small", "suction"], -0.45, 0.4, { opened: ["series"] }),
      link("parallel", "valve in parallel", ["small", "discharge"], -0.45, 0.05, {
        opened: ["parallel"],
        oneWay: true,
        wheel: { control: "small", pressure: 120_000 },
      }),
      link("foot", "check valve", ["source", "suction"], level - 0.6, 0.5, { oneWay: true }),
      link("eye", "eye", ["suction", "casing"], 0, 1, { wide: true }),
      link("vent", "vent", ["casing", OUTSIDE], 0.397, 0.3, { opened: ["vent"] }),
      link("wheel", "discharge valve", ["casing", "discharge"], 0.4, 0.08, {
        wheel: { control: "pump", pressure: WHEEL },
        opened: ["discharge"],
      }),
      link("end", "pipe's end", ["discharge", OUTSIDE], 2.4, 0.2),
    ],
  }),
  controls: [
    { id: "small", name: "Small pump", kind: "run", link: "raise" },
    { id: "series", name: "Valve in series", kind: "valve", link: "series" },
    { id: "vent", name: "Vent of the large pump", kind: "valve", link: "vent" },
    { id: "discharge", name: "Discharge valve", kind: "valve", link: "wheel" },
    { id: "pump", name: "Large pump", kind: "run", link: "wheel" },
    { id: "parallel", name: "Valve in parallel", kind: "valve", link: "parallel" },
  ],
  atFirst: { discharge: true },
  waysOut: ["end"],
  places: {
    source: { x: 40, y: 390, width: 420, height: 70 },
    small: { x: 90, y: 270, width: 70, height: 50 },
    suction: { x: 330, y: 230, width: 18, height: 200 },
    casing: { x: 290, y: 150, width: 100, height: 80 },
    discharge: { x: 480, y: 40, width: 18, height: 150 },
  },
  lines: {
    raise: [
      [110, 400],
      [110, 320],
    ],
    series: [
      [160, 308],
      [330, 308],
    ],
    parallel: [
      [125, 270],
      [125, 70],
      [480, 70],
    ],
    vent: [
      [340, 150],
      [340, 110],
    ],
    wheel: [
      [390, 166],
      [489, 166],
    ],
    end: [
      [498, 48],
      [640, 48],
    ],
  },
  order: [
    {
      id: "shut",
      say: "Discharge valve shut, valve in series and vent open",
      why: "The small pump pushes through the large one; air leaves at its top.",
      set: { discharge: false, series: true, vent: true, parallel: false },
    },
    {
      id: "small",
      say: "Small pump on, until water comes at the vent",
      why: "It raises its own water and fills the large pump with it.",
      set: { small: true },
      until: all(full("casing"), full("suction")),
      lost: emptied,
    },
    {
      id: "vent",
      say: "Vent shut",
      why: "Open it would spray, or draw air in once the large one runs.",
      set: { vent: false },
    },
    {
      id: "start",
      say: "Large pump on",
      why: "It is full, and the small one keeps it so while it starts.",
      set: { pump: true },
    },
    {
      id: "open",
      say: "Discharge valve open",
      why: "Now it gives, and draws for itself through its check valve.",
      set: { discharge: true },
      until: ({ water }) => water("end") > 0.5,
    },
    {
      id: "parallel",
      say: "Valve in series shut, valve in parallel open",
      why: "Beside the large one the small pump keeps the lines full at each stop.",
      set: { series: false, parallel: true },
    },
  ],
  spoiled: [
    {
      id: "dry",
      when: all(on("pump"), (s) => s.fill("casing") < 0.5),
      breaks: "The large pump runs dry: its seal has no water.",
      back: "Stop it, let the small one fill it first.",
    },
    {
      id: "no-vent",
      when: all(
        on("small", "series"),
        off("vent", "discharge"),
        (s) => s.fill("casing") < 0.9 && s.pressure("casing") > 8000,
      ),
      breaks: "The air in the large pump has no way out: it is pressed together and stays.",
      back: "Open the vent at its top.",
    },
    {
      id: "runs-away",
      when: all(on("small", "series", "discharge"), off("pump"), (s) => s.fill("discharge") > 0.3),
      breaks: "The small pump's water runs on into the discharge.",
      back: "Shut the discharge valve until the large one runs.",
    },
  ],
};
