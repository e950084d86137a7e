/** A portable pump on its tank, primed by hand: the primer is the only way out until solid water comes. */
import type { BenchLayout } from "../layout.ts";
import { OUTSIDE } from "../model.ts";
import { all, cell, emptied, full, link, off, on, WHEEL } from "./parts.ts";

export const TANK_LAYOUT: BenchLayout = {
  id: "tank",
  name: "Portable pump on its tank",
  about: "hand primer, recirculation, hose valve",
  usual: { level: -1.5, suction: 0.006, casing: 0.008 },
  form: ({ level, suction, casing }) => ({
    cells: [
      cell("tank", "tank", level - 1, level + 0.8, 1900, { open: true, fill: 1 / 1.8 }),
      cell("suction", "suction pipe", level - 0.6, 0, suction * 1000),
      cell("casing", "casing", 0, 0.3, casing * 1000, { casing: true }),
      cell("header", "outlet", 0.3, 0.5, 2),
      cell("hose", "hose", 0.3, 0.4, 12),
    ],
    links: [
      link("mouth", "mouth", ["tank", "suction"], level - 0.6, 0.4),
      link("eye", "eye", ["suction", "casing"], 0, 0.4),
      link("wheel", "wheel", ["casing", "header"], 0.3, 0.1, {
        wheel: { control: "pump", pressure: WHEEL },
        wide: true,
      }),
      link("recirculation", "recirculation valve", ["header", "tank"], 0.45, 0.02, {
        opened: ["recirculation"],
      }),
      link("hose-valve", "hose valve", ["header", "hose"], 0.35, 0.06, { opened: ["hose"] }),
      link("nozzle", "nozzle", ["hose", OUTSIDE], 0.35, 0.03, { opened: ["nozzle"] }),
      link("primer", "primer", ["header", OUTSIDE], 0.49, 0.4, {
        opened: ["primer"],
        draws: { control: "stroke", rate: 0.5, deepest: 25_000 },
        bears: 30_000,
      }),
    ],
  }),
  controls: [
    { id: "recirculation", name: "Recirculation valve", kind: "valve", link: "recirculation" },
    { id: "hose", name: "Hose valve", kind: "valve", link: "hose-valve" },
    { id: "nozzle", name: "Nozzle", kind: "valve", link: "nozzle" },
    { id: "primer", name: "Primer valve", kind: "valve", link: "primer" },
    { id: "stroke", name: "Stroke the primer", kind: "hand", link: "primer" },
    { id: "pump", name: "Pump", kind: "run", link: "wheel" },
  ],
  atFirst: { recirculation: true, hose: true, nozzle: false },
  primer: "primer",
  waysOut: ["recirculation", "nozzle"],
  places: {
    tank: { x: 40, y: 340, width: 320, height: 120 },
    suction: { x: 330, y: 230, width: 16, height: 180 },
    casing: { x: 300, y: 170, width: 80, height: 60 },
    header: { x: 320, y: 110, width: 24, height: 60 },
    hose: { x: 470, y: 116, width: 170, height: 16 },
  },
  lines: {
    recirculation: [
      [320, 120],
      [100, 120],
      [100, 360],
    ],
    "hose-valve": [
      [344, 124],
      [470, 124],
    ],
    nozzle: [
      [640, 124],
      [690, 124],
    ],
    primer: [
      [332, 110],
      [332, 60],
      [420, 60],
    ],
  },
  order: [
    {
      id: "shut",
      say: "Recirculation and hose valve shut",
      why: "Every other opening would let air in: the primer has to be the only way out.",
      set: { recirculation: false, hose: false },
    },
    {
      id: "primer-open",
      say: "Primer open",
      why: "Its valve keeps the pump's pressure off the diaphragm; it opens only for priming.",
      set: { primer: true },
    },
    {
      id: "stroke",
      say: "Stroke until solid water comes",
      why: "Each stroke takes air out; the water rises as far as the vacuum holds it.",
      set: { stroke: true },
      until: all(full("casing"), ({ water }) => water("primer") > 0.02),
      lost: emptied,
    },
    {
      id: "primer-shut",
      say: "Primer shut, strokes ended",
      why: "The pump's pressure would burst its diaphragm.",
      set: { primer: false, stroke: false },
    },
    {
      id: "way-out",
      say: "Hose valve and nozzle open: a way out",
      why: "A pump that starts against shut valves heats the little water it has.",
      set: { hose: true, nozzle: true },
    },
    {
      id: "start",
      say: "Start, speed up",
      why: "The casing is full, the water has a way out: now it gains pressure.",
      set: { pump: true },
      until: ({ water }) => water("nozzle") > 0.5,
    },
    {
      id: "recirculation",
      say: "Recirculation open before the hose is shut",
      why: "Then what the hose no longer takes goes back to the tank and keeps the pump cool.",
      set: { recirculation: true, nozzle: false },
      until: ({ water }) => water("recirculation") > 0.2,
    },
    {
      id: "stop",
      say: "Slow down, recirculation shut, stop: it keeps its prime",
      why: "With every way shut no air comes in, and the water stays where it is.",
      set: { pump: false, recirculation: false, hose: false },
    },
  ],
  spoiled: [
    {
      id: "dry",
      when: all(on("pump"), (s) => s.fill("casing") < 0.5),
      breaks: "It runs dry: its seal has no water and is hot in seconds.",
      back: "Stop it, let it cool, prime it again.",
    },
    {
      id: "diaphragm",
      when: all(on("pump", "primer"), full("casing")),
      breaks: "The pump's pressure stands on the primer's diaphragm.",
      back: "Stop, shut the primer, look whether its diaphragm is whole.",
    },
    {
      id: "air-in",
      when: all(on("stroke"), (s) => s.on("recirculation") || (s.on("hose") && s.on("nozzle"))),
      breaks: "Air comes in as fast as it is stroked out: the water never rises.",
      back: "Shut the recirculation and the hose valve, and go on stroking.",
    },
    {
      id: "shut-in",
      when: all(
        on("pump"),
        off("recirculation"),
        (s) => !s.on("hose") || !s.on("nozzle"),
        full("casing"),
      ),
      breaks: "It runs against shut valves: the water in it is heated.",
      back: "Open the recirculation or the nozzle, or stop it.",
    },
  ],
};
