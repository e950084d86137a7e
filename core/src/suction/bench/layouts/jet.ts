/** A deep jet with two pipes: both filled, started against its regulator, lifting once the drive water runs. */
import type { BenchLayout } from "../layout.ts";
import { OUTSIDE } from "../model.ts";
import { all, cell, emptied, full, link, on, WHEEL } from "./parts.ts";

export const JET_LAYOUT: BenchLayout = {
  id: "jet",
  name: "Jet with two pipes",
  about: "both pipes filled through the plug, the regulator set against the shut-off",
  usual: { level: -7, suction: 0.012, casing: 0.006 },
  form: ({ level, suction, casing }) => {
    const deep = level - 2;
    return {
      cells: [
        cell("well", "well", level - 4, level, 4000, { open: true, fill: 1 }),
        cell("ejector", "ejector", deep, deep + 0.3, 3),
        cell("rise", "pipe up", deep + 0.3, 0, suction * 1000),
        cell("drive", "pipe down", deep + 0.3, 0.25, suction * 600),
        cell("casing", "casing", 0, 0.3, casing * 1000, { casing: true }),
        cell("tank", "pressure side", 0.3, 0.9, 4),
      ],
      links: [
        link("foot", "foot valve", ["well", "ejector"], deep, 0.03, {
          oneWay: true,
          driven: { by: "nozzle", flow: 0.15, pressure: 200_000 },
        }),
        link("up", "ejector's throat", ["ejector", "rise"], deep + 0.3, 0.2, { wide: true }),
        link("nozzle", "nozzle", ["drive", "ejector"], deep + 0.3, 0.004, { wide: true }),
        link("eye", "eye", ["rise", "casing"], 0, 0.5, { wide: true }),
        link("down", "drive outlet", ["casing", "drive"], 0.25, 0.05, {
          wheel: { control: "pump", pressure: WHEEL },
          wide: true,
        }),
        link("plug", "priming plug", ["casing", OUTSIDE], 0.295, 1.5, { opened: ["plug"] }),
        link("pour", "bucket", [OUTSIDE, "casing"], 0.295, 1, {
          opened: ["plug"],
          pours: { control: "pour", rate: 0.6, most: 3000 },
        }),
        link("regulator", "regulator", ["casing", "tank"], 0.3, 0.0008, {
          wheel: { control: "pump", pressure: WHEEL },
          opened: ["regulator"],
          oneWay: true,
        }),
        link("end", "tap", ["tank", OUTSIDE], 0.85, 0.02),
      ],
    };
  },
  controls: [
    { id: "plug", name: "Priming plug", kind: "valve", link: "plug" },
    { id: "pour", name: "Pour water in", kind: "hand", link: "pour" },
    { id: "regulator", name: "Regulator", kind: "valve", link: "regulator" },
    { id: "pump", name: "Pump", kind: "run", link: "down" },
  ],
  atFirst: { regulator: true },
  waysOut: ["end"],
  places: {
    well: { x: 200, y: 330, width: 180, height: 130 },
    ejector: { x: 262, y: 400, width: 76, height: 30 },
    rise: { x: 316, y: 160, width: 16, height: 240 },
    drive: { x: 268, y: 160, width: 10, height: 240 },
    casing: { x: 260, y: 90, width: 80, height: 70 },
    tank: { x: 460, y: 60, width: 80, height: 100 },
  },
  lines: {
    regulator: [
      [340, 100],
      [460, 100],
    ],
    plug: [
      [320, 90],
      [320, 36],
    ],
    pour: [
      [270, 50],
      [296, 86],
    ],
    end: [
      [540, 70],
      [650, 70],
    ],
  },
  order: [
    {
      id: "shut",
      say: "Regulator shut",
      why: "All of the pump's water has to drive the ejector first.",
      set: { regulator: false },
    },
    {
      id: "plug",
      say: "Priming plug out",
      why: "Water goes in where air comes out.",
      set: { plug: true },
    },
    {
      id: "pour",
      say: "Pour until both pipes and the casing stand full",
      why: "An ejector with air in either of its pipes does not draw at all.",
      set: { pour: true },
      until: all(full("casing"), full("rise"), full("drive")),
      lost: emptied,
    },
    {
      id: "close",
      say: "Pouring ended, plug in",
      why: "Open it would let air in as soon as the pump draws.",
      set: { pour: false, plug: false },
    },
    {
      id: "start",
      say: "Start",
      why: "The pressure rises at once: the water goes round through the ejector.",
      set: { pump: true },
      until: ({ water }) => water("nozzle") > 0.15,
    },
    {
      id: "open",
      say: "Open the regulator slowly, until the pressure begins to fall",
      why: "What it lets past no longer drives the ejector: too much of it and the lift is lost.",
      set: { regulator: true },
      until: ({ water }) => water("end") > 0.02,
    },
  ],
  spoiled: [
    {
      id: "dry",
      when: all(on("pump"), (s) => s.fill("casing") < 0.5),
      breaks: "It runs dry: its seal has no water.",
      back: "Stop it, let it cool, fill both pipes.",
    },
    {
      id: "one-pipe",
      when: all(
        on("pump"),
        (s) => s.fill("casing") > 0.5 && (s.fill("rise") < 0.9 || s.fill("drive") < 0.9),
      ),
      breaks:
        "One of the two pipes has air in it: the ejector draws nothing, whatever the pump does.",
      back: "Stop, plug out, and fill until both stand full.",
    },
    {
      id: "plug-out",
      when: all(on("pump", "plug")),
      breaks: "The plug is out while it runs: water sprays, or air goes in.",
      back: "Stop it, plug in, fill again what was lost.",
    },
  ],
};
