/** A heating circuit after a pump was changed: the supply side first, the air up and out, then the return. */
import type { BenchLayout } from "../layout.ts";
import { ATMOSPHERE, OUTSIDE } from "../model.ts";
import { all, cell, emptied, full, link, not, off, on } from "./parts.ts";

/** Pressure of the filled circuit over the atmosphere [Pa]. */
const FILLED = 120_000;

export const HEATING_LAYOUT: BenchLayout = {
  id: "heating",
  name: "Heating circuit after a pump change",
  about: "supply side first, vent, return, then start",
  usual: { level: 2, suction: 0.004, casing: 0.003 },
  form: ({ suction, casing }) => {
    const pressed = { pressure: ATMOSPHERE + FILLED };
    return {
      cells: [
        // A vessel holds the pressure: its air is the circuit's cushion.
        cell("supply", "supply side", -0.5, 2, 60, { fill: 0.9, ...pressed }),
        cell("stub", "body, below", -0.2, 0, suction * 1000),
        cell("casing", "body", 0, 0.25, casing * 1000, { casing: true }),
        cell("return", "return side", 0.25, 2, 50, { fill: 0.99, ...pressed }),
      ],
      links: [
        link("supply-valve", "supply valve", ["supply", "stub"], -0.15, 0.004, {
          opened: ["supply"],
        }),
        link("eye", "eye", ["stub", "casing"], 0, 0.3, { wide: true }),
        link("vent", "vent", ["casing", OUTSIDE], 0.245, 0.02, { opened: ["vent"] }),
        link("return-valve", "return valve", ["casing", "return"], 0.25, 0.03, {
          opened: ["return"],
          wide: true,
          wheel: { control: "pump", pressure: 40_000 },
        }),
        link("round", "circuit", ["return", "supply"], 0.4, 0.02),
      ],
    };
  },
  controls: [
    { id: "supply", name: "Supply valve", kind: "valve", link: "supply-valve" },
    { id: "vent", name: "Vent", kind: "valve", link: "vent" },
    { id: "return", name: "Return valve", kind: "valve", link: "return-valve" },
    { id: "pump", name: "Pump", kind: "run", link: "return-valve" },
  ],
  atFirst: {},
  waysOut: ["return-valve"],
  places: {
    supply: { x: 90, y: 110, width: 90, height: 330 },
    stub: { x: 318, y: 330, width: 24, height: 50 },
    casing: { x: 290, y: 260, width: 80, height: 70 },
    return: { x: 500, y: 110, width: 90, height: 180 },
  },
  lines: {
    "supply-valve": [
      [180, 370],
      [318, 370],
    ],
    "return-valve": [
      [370, 272],
      [500, 272],
    ],
    vent: [
      [330, 260],
      [330, 214],
    ],
    round: [
      [500, 140],
      [180, 140],
    ],
  },
  order: [
    {
      id: "supply",
      say: "Supply valve open a little, vent open",
      why: "From the supply side the water pushes the air up and out.",
      set: { supply: true, vent: true },
      until: full("casing"),
      lost: emptied,
    },
    {
      id: "vent",
      say: "Vent shut once water without air comes",
      why: "Water that goes out is made up with fresh water, which brings air again.",
      set: { vent: false },
    },
    {
      id: "return",
      say: "Return valve open",
      why: "Only now does the pump stand in a full pipe.",
      set: { return: true },
    },
    {
      id: "start",
      say: "Start",
      why: "The first seconds tell by ear whether there is air in it.",
      set: { pump: true },
      until: ({ water }) => water("return-valve") > 0.05,
    },
  ],
  spoiled: [
    {
      id: "air-locked",
      when: all(on("return"), not(full("casing")), (s) => s.fill("casing") < 0.9),
      breaks:
        "Both sides press on the air in the wheel: it stays there, or goes round the whole circuit.",
      back: "Return shut, vent open, and let the supply push it out.",
    },
    {
      id: "dry",
      when: all(on("pump"), (s) => s.fill("casing") < 0.85),
      breaks: "It runs in air: its bearings, which the water smears, run dry.",
      back: "Stop it, vent it, start again.",
    },
    {
      id: "shut-in",
      when: all(on("pump"), off("return"), full("casing")),
      breaks: "It runs against a shut valve: the water in its body is heated.",
      back: "Open the return, or stop it.",
    },
  ],
};
