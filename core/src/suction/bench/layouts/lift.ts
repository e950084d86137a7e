/** A suction lift with a foot valve, filled by hand through the priming port. */
import type { BenchLayout } from "../layout.ts";
import { OUTSIDE } from "../model.ts";
import { all, cell, emptied, full, link, on, WHEEL } from "./parts.ts";

export const LIFT_LAYOUT: BenchLayout = {
  id: "lift",
  name: "Lift with a foot valve",
  about: "filled through the priming port, started against a shut valve",
  usual: { level: -3.5, suction: 0.03, casing: 0.012 },
  form: ({ level, suction, casing }) => ({
    cells: [
      cell("source", "water", level - 2, level, 60_000, { open: true, fill: 1 }),
      cell("suction", "suction pipe", level - 0.6, 0, suction * 1000),
      cell("casing", "casing", 0, 0.35, casing * 1000, { casing: true }),
      cell("discharge", "discharge", 0.35, 3, 25),
    ],
    links: [
      link("foot", "foot valve", ["source", "suction"], level - 0.6, 0.5, { oneWay: true }),
      link("eye", "eye", ["suction", "casing"], 0, 1, { wide: true }),
      link("port", "priming port", ["casing", OUTSIDE], 0.345, 1.5, { opened: ["port"] }),
      link("pour", "bucket", [OUTSIDE, "casing"], 0.345, 1, {
        opened: ["port"],
        pours: { control: "pour", rate: 1.2, most: 3000 },
      }),
      link("wheel", "discharge valve", ["casing", "discharge"], 0.35, 0.03, {
        wheel: { control: "pump", pressure: WHEEL },
        opened: ["discharge"],
      }),
      link("end", "pipe's end", ["discharge", OUTSIDE], 2.9, 0.2),
    ],
  }),
  controls: [
    { id: "discharge", name: "Discharge valve", kind: "valve", link: "wheel" },
    { id: "port", name: "Priming port", kind: "valve", link: "port" },
    { id: "pour", name: "Pour water in", kind: "hand", link: "pour" },
    { id: "pump", name: "Pump", kind: "run", link: "wheel" },
  ],
  atFirst: { discharge: true },
  waysOut: ["end"],
  places: {
    source: { x: 40, y: 380, width: 300, height: 80 },
    suction: { x: 300, y: 220, width: 18, height: 200 },
    casing: { x: 270, y: 150, width: 80, height: 70 },
    discharge: { x: 420, y: 40, width: 18, height: 140 },
  },
  lines: {
    wheel: [
      [350, 166],
      [429, 166],
    ],
    port: [
      [310, 150],
      [310, 110],
    ],
    pour: [
      [280, 100],
      [310, 120],
    ],
    end: [
      [438, 46],
      [600, 46],
    ],
  },
  order: [
    {
      id: "shut",
      say: "Discharge valve shut",
      why: "It starts against a shut valve, and nothing that is poured in runs away.",
      set: { discharge: false },
    },
    {
      id: "port",
      say: "Priming port open",
      why: "Water goes in where air comes out: both need the same hole.",
      set: { port: true },
    },
    {
      id: "pour",
      say: "Pour until the port stands full and stays full",
      why: "The whole pipe down to the foot valve has to be full, not the casing alone.",
      set: { pour: true },
      until: all(full("casing"), full("suction")),
      lost: emptied,
    },
    {
      id: "close",
      say: "Pouring ended, port shut",
      why: "An open port lets air in as soon as the pump draws.",
      set: { pour: false, port: false },
    },
    {
      id: "start",
      say: "Start",
      why: "Full to the foot valve it gains pressure at once; the gauge says so.",
      set: { pump: true },
      until: full("casing"),
    },
    {
      id: "open",
      say: "Open the discharge valve, step by step",
      why: "Opened at once it runs far out on its curve and may lose its water again.",
      set: { discharge: true },
      until: ({ water }) => water("end") > 0.5,
    },
  ],
  spoiled: [
    {
      id: "dry",
      when: all(on("pump"), (s) => s.fill("casing") < 0.5),
      breaks: "It runs dry: its seal has no water and is hot in seconds.",
      back: "Stop it, let it cool, fill it again.",
    },
    {
      id: "port-open",
      when: all(on("pump", "port")),
      breaks: "The port is open while it runs: water sprays out, or air goes in.",
      back: "Stop it, shut the port, look whether it is still full.",
    },
    {
      id: "runs-away",
      when: all(on("pour", "port", "discharge"), (s) => s.fill("discharge") > 0.02),
      breaks: "What is poured in runs away through the discharge.",
      back: "Shut the discharge valve and pour on.",
    },
  ],
};
