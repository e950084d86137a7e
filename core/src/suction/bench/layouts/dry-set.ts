/** A dry-priming set: an air jet draws on the separator until water lifts the float; the discharge check keeps air out. */
import type { BenchLayout } from "../layout.ts";
import { OUTSIDE } from "../model.ts";
import { all, cell, emptied, full, link, not, off, on, WHEEL } from "./parts.ts";

export const DRY_SET_LAYOUT: BenchLayout = {
  id: "dry-set",
  name: "Dry-priming set",
  about: "separator, air jet and float; nothing is filled by hand",
  usual: { level: -3.8, suction: 0.2, casing: 0.03 },
  form: ({ level, suction, casing }) => ({
    cells: [
      cell("source", "water", level - 2, level, 200_000, { open: true, fill: 1 }),
      cell("suction", "suction hose", level - 0.6, 0, suction * 1000),
      cell("casing", "casing", 0, 0.4, casing * 1000, { casing: true }),
      cell("separator", "separator", 0.4, 0.9, 20),
      cell("discharge", "discharge hose", 0.4, 3, 60),
    ],
    links: [
      link("mouth", "strainer", ["source", "suction"], level - 0.6, 1.5),
      link("eye", "eye", ["suction", "casing"], 0, 1.5, { wide: true }),
      link("neck", "neck", ["casing", "separator"], 0.4, 1, { wide: true }),
      link("jet", "air jet", ["separator", OUTSIDE], 0.85, 1, {
        opened: ["engine"],
        floats: 0.85,
        draws: { control: "engine", rate: 6, deepest: 18_000 },
      }),
      link("drain", "drain cock", ["casing", OUTSIDE], 0.02, 0.25, { opened: ["drain"] }),
      link("check", "discharge check valve", ["casing", "discharge"], 0.38, 0.15, {
        oneWay: true,
        wheel: { control: "engine", pressure: WHEEL },
        opened: ["discharge"],
      }),
      link("end", "hose's end", ["discharge", OUTSIDE], 2.9, 0.3),
    ],
  }),
  controls: [
    { id: "drain", name: "Drain cock", kind: "valve", link: "drain" },
    { id: "discharge", name: "Discharge valve", kind: "valve", link: "check" },
    { id: "engine", name: "Engine, with its air jet", kind: "run", link: "jet" },
  ],
  atFirst: { drain: true },
  waysOut: ["end"],
  primer: "jet",
  places: {
    source: { x: 40, y: 380, width: 240, height: 80 },
    suction: { x: 220, y: 230, width: 20, height: 190 },
    casing: { x: 210, y: 150, width: 90, height: 80 },
    separator: { x: 220, y: 60, width: 70, height: 90 },
    discharge: { x: 440, y: 40, width: 18, height: 130 },
  },
  lines: {
    jet: [
      [290, 72],
      [360, 72],
      [360, 40],
    ],
    drain: [
      [300, 226],
      [340, 226],
      [340, 262],
    ],
    check: [
      [300, 160],
      [449, 160],
    ],
    end: [
      [458, 46],
      [620, 46],
    ],
  },
  order: [
    {
      id: "drain",
      say: "Drain cock shut",
      why: "A set that stood in frost is drained: an open cock lets in as much air as the jet draws.",
      set: { drain: false },
    },
    {
      id: "way",
      say: "Discharge valve open",
      why: "Its check valve keeps the air out by itself; the water needs the way as soon as it comes.",
      set: { discharge: true },
    },
    {
      id: "engine",
      say: "Engine on: the air jet draws",
      why: "The air goes out at the top of the separator, and the water rises after it.",
      set: { engine: true },
      until: full("casing"),
      lost: emptied,
    },
    {
      id: "float",
      say: "Wait until the float has shut the air port and water comes",
      why: "The float keeps water out of the jet; no liquid ever comes out of it.",
      set: {},
      until: all(on("engine"), ({ water }) => water("end") > 0.5),
    },
  ],
  spoiled: [
    {
      id: "drain-open",
      when: all(on("engine", "drain"), not(full("casing"))),
      breaks:
        "The drain cock is open: it lets in as much air as the jet draws, and the water stays below.",
      back: "Shut it. The vacuum comes within seconds.",
    },
    {
      id: "shut-in",
      when: all(on("engine"), off("discharge"), full("casing")),
      breaks: "It runs full against a shut valve: the water in it is heated.",
      back: "Open the discharge, or let the engine idle and stop.",
    },
  ],
};
