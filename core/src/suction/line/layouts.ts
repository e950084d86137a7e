/** Lines to begin with: eight that are met everywhere, each to be put right by what is there. SI; heights over the shaft. */
import type { LinePart } from "./part.ts";

export interface ReadyLayout {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** For a port of this bore [m], and water at this level over the shaft [m]. */
  readonly parts: (bore: number, level: number) => readonly LinePart[];
}

/** A mouth this far under the water [m]. */
const UNDER = 0.6;

const pipe = (bore: number, length: number, height: number, material = "steel"): LinePart => ({
  ...{ kind: "pipe", bore, length, height, material },
});

/** A tank or a reservoir above the pump. */
const fromTank = (bore: number, level: number): LinePart[] => {
  const outlet = Math.min(Math.max(0, level - 1), 0.5);
  const bend = (height: number): LinePart => ({
    ...{ kind: "bend", angle: Math.PI / 2, radius: 1.5 * bore, bore, height },
  });
  return [
    { kind: "inlet", bore, height: outlet },
    { kind: "valve", valve: "gate", bore, height: outlet },
    pipe(bore, 3, outlet),
    ...(outlet > 0 ? [bend(outlet), pipe(bore, outlet, 0)] : []),
    bend(0),
    pipe(bore, 10 * bore, 0),
  ];
};

/** Up from the water below, and level to the pump. */
const lifted = (bore: number, level: number, foot: LinePart, material: string): LinePart[] => {
  const mouth = level - UNDER;
  return [
    { ...foot, bore, height: mouth },
    pipe(bore, Math.max(1, -mouth), 0, material),
    { kind: "bend", angle: Math.PI / 2, radius: 1.5 * bore, bore, height: 0 },
    pipe(bore, 12 * bore, 0, material),
  ];
};

export const READY_LAYOUTS: readonly ReadyLayout[] = [
  {
    id: "flooded",
    name: "From a tank above",
    about: "Outlet with a gate valve, a bend, straight to the flange.",
    parts: fromTank,
  },
  {
    id: "lift",
    name: "Lift with foot valve",
    about: "Foot valve with strainer, up and over to a pump that is filled through its port.",
    parts: (bore, level) => lifted(bore, level, { kind: "foot-valve" }, "steel"),
  },
  {
    id: "jet",
    name: "Jet with two pipes",
    about: "Foot valve under the ejector, the larger of its two pipes up to the pump.",
    parts: (bore, level) => lifted(bore, level, { kind: "foot-valve" }, "PE"),
  },
  {
    id: "portable",
    name: "Portable tank with hand primer",
    about: "Strainer and a suction hose with a spiral, straight up to the pump.",
    parts: (bore, level) => {
      const mouth = level - 0.3;
      return [
        { kind: "strainer", bore, height: mouth },
        {
          kind: "hose",
          bore,
          length: Math.max(2, -mouth + 0.5),
          height: 0,
          material: "hose, spiral",
        },
      ];
    },
  },
  {
    id: "trailer",
    name: "Dry-priming trailer",
    about: "Strainer, two lengths of suction hose with a coupling, the set's own short pipe.",
    parts: (bore, level) => {
      const mouth = level - UNDER;
      const length = Math.max(4, -mouth + 1);
      return [
        { kind: "strainer", bore, height: mouth },
        { kind: "hose", bore, length: length / 2, height: mouth / 2, material: "hose, spiral" },
        { kind: "joint", bore, height: mouth / 2 },
        { kind: "hose", bore, length: length / 2, height: 0, material: "hose, spiral" },
        pipe(bore, 4 * bore, 0),
      ];
    },
  },
  {
    id: "borehole",
    name: "Borehole",
    about: "The pump hangs in its water: nothing but its own inlet screen.",
    parts: (bore) => [{ kind: "strainer", bore, height: 0 }],
  },
  {
    id: "heating",
    name: "Heating circuit",
    about:
      "Valve, strainer and a short return pipe; it begins where the vessel holds the pressure.",
    parts: (bore) => [
      pipe(bore, 2, 0),
      { kind: "valve", valve: "ball", bore, height: 0 },
      { kind: "strainer", bore, height: 0 },
      pipe(bore, 8 * bore, 0),
    ],
  },
  {
    id: "sump",
    name: "Sump",
    about: "A pump in its own water, drawn in at its feet.",
    parts: (bore) => [{ kind: "inlet", bore, height: 0, bottomClearance: bore }],
  },
];
