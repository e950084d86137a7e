/** Causes before the flange. */
import { asViscous, type Condition, dead } from "../../model/condition.ts";
import { type CauseRow, inProportion, ONCE, SKILLS, whole } from "./row.ts";

/** How far NPSH lies below what is known of it, in standard uncertainties of that; more is missing where less is known. */
const BELOW_KNOWN = [
  [-1.5, 0.8],
  [-0.75, 1],
  [0.01, 1],
  [0.75, 1],
  [1.5, 1],
  [3, 0.8],
  [6, 0.7],
  [11, 0.5],
  [20, 0.4],
] as const;
/** Severities from here on stand for warmth, or a wheel that needs more, in place of a source that has fallen. */
const WARMTH = 100;

const SHORTAGES: readonly (readonly [number, number])[] = [
  ...BELOW_KNOWN,
  ...BELOW_KNOWN.map(([z, w]) => [WARMTH + z, 0.6 * w] as const),
];

const betweenShortages = (a: number, b: number): number | undefined =>
  b - a < WARMTH / 2 ? (a + b) / 2 : undefined;

const shortOfNpsh = (s: number): Partial<Condition> => {
  if (s === 0) return {};
  const fallen = s < WARMTH / 2;
  return { vapour: "must", shortBy: fallen ? s : s - WARMTH, fallen };
};

/** Air as a share of volume at which a pump lets go of its water altogether. */
const LOST = 0.5;

/** Air at the eye: it costs head, and from some share on everything; some of the vacuum is still there then. */
const withAir = (s: number): Partial<Condition> => {
  if (s === 0) return {};
  if (s < 0.5 * LOST) return { gas: s, vapour: "may", headDoubt: 0.04 };
  return dead({ vacuum: 0.5, vacuumSpread: 0.25 });
};

export const SUCTION_CAUSES: readonly CauseRow[] = [
  {
    id: "suction-restriction",
    name: "Choked suction",
    mechanism: "Strainer, valve, liner or kink on the suction takes head before the flange.",
    side: "system",
    where: { installations: ["flooded", "lift"] },
    severities: [
      [0.5, 0.3],
      [1.2, 0.7],
      [2.2, 1.2],
      [3.5, 1.2],
      [5, 1],
      [8, 1],
      [14, 0.9],
      [25, 0.6],
      [45, 0.3],
      [90, 0.15],
      [250, 0.08],
    ],
    between: inProportion,
    severityMeans: "metres of extra suction loss at the duty flow",
    condition: (s) => (s > 0 ? { suctionLoss: s, vapour: "may" } : {}),
    claim: (s) =>
      s
        ? `${s.metres} of suction goes missing before the flange.`
        : "Suction goes missing before the flange.",
    growsWithFlow: true,
    firstAid:
      "Throttle the discharge until the growl stops, so that the pump is not hurt meanwhile.",
    repair:
      "Open the strainer and clean it; open the suction valve fully; replace a collapsed hose.",
    parts: ["strainer gasket", "strainer basket"],
    skills: SKILLS.technician,
    proof: "Suction gauge back to what level and pipe explain, flow back on the duty.",
    cautions: ["lockout", "opening"],
  },
  {
    id: "npsh-shortfall",
    name: "Too little NPSH",
    mechanism:
      "The suction is clean, but level, warmth, lift or altitude leave less than the wheel needs.",
    side: "system",
    where: {},
    severities: SHORTAGES,
    between: betweenShortages,
    builtIn: true,
    severityMeans: null,
    condition: shortOfNpsh,
    claim: () => "The wheel gets less NPSH than it needs.",
    firstAid: "Throttle the discharge or slow the pump until the rattle goes.",
    repair:
      "Raise the level, lower the pump, cool the liquid, widen the suction, or fit a slower pump.",
    parts: [],
    skills: SKILLS.engineer,
    proof: "Margin above what is required at the warmest, lowest case; no rattle.",
    cautions: ["rotating-parts"],
    inseparable: ["lift-too-high"],
  },
  {
    id: "lift-too-high",
    name: "Lift beyond the atmosphere",
    mechanism: "Static lift and loss together ask for more than the air can push up the pipe.",
    side: "system",
    where: { installations: ["lift"] },
    severities: SHORTAGES,
    between: betweenShortages,
    builtIn: true,
    severityMeans: null,
    condition: shortOfNpsh,
    claim: () => "The pump stands too high above its water.",
    firstAid: "Throttle the discharge; run it when the level is high.",
    repair: "Lower the pump, or put a pump into the water.",
    parts: [],
    skills: SKILLS.engineer,
    proof: "Margin above what is required at the lowest level; no rattle.",
    cautions: ["rotating-parts"],
    inseparable: ["npsh-shortfall"],
  },
  {
    id: "suction-air-leak",
    name: "Air drawn into the suction",
    mechanism:
      "A joint, gland or hose under vacuum lets air in; head and power sag and gauges flutter.",
    side: "system",
    where: { installations: ["flooded", "lift"] },
    severities: [
      [0.01, 0.3],
      [0.025, 1.2],
      [0.045, 1],
      [0.07, 0.9],
      [0.095, 0.5],
      [0.13, 0.3],
      [0.18, 0.2],
      [LOST, 0.4],
    ],
    between: inProportion,
    severityMeans: "air as a share of volume at the eye",
    condition: withAir,
    claim: () => "Air is coming in on the suction.",
    firstAid: "Wet each joint or wrap it while listening: the noise stops at the leak.",
    repair: "Remake the joint, tighten or repack the gland, replace the hose gasket.",
    parts: ["flange gasket", "hose gasket", "gland packing"],
    skills: SKILLS.technician,
    proof: "Clear discharge, steady gauges, head back on the curve.",
    cautions: ["rotating-parts"],
  },
  {
    id: "vortexing",
    name: "Vortex at the intake",
    mechanism: "The inlet is too close under the surface: a funnel of air reaches it now and then.",
    side: "system",
    where: { openLoop: true },
    severities: [
      [0.01, 0.5],
      [0.025, 1.2],
      [0.045, 1],
      [0.07, 0.8],
      [0.095, 0.5],
      [0.13, 0.3],
      [0.18, 0.15],
    ],
    between: inProportion,
    severityMeans: "air as a share of volume at the eye",
    condition: (s) => (s > 0 ? { gas: s, vapour: "may", headDoubt: 0.04 } : {}),
    claim: () => "Air is drawn down at the intake.",
    firstAid: "Throttle it, or float a board over the swirl.",
    repair: "Set the inlet deeper, widen it, or fit a baffle; raise the stop level.",
    parts: ["inlet bell", "baffle"],
    skills: SKILLS.technician,
    proof: "No swirl and steady gauges at the lowest level.",
    cautions: ["rotating-parts"],
    inseparable: ["suction-air-leak"],
  },
  {
    id: "suction-layout",
    name: "Disturbed inflow",
    mechanism:
      "A bend or branch right at the flange swirls the inflow: a little head, much noise, bearings.",
    side: "system",
    where: { installations: ["flooded", "lift"], notFamilies: ["positive-displacement"] },
    severities: [
      [0.03, 1],
      [0.06, 1],
    ],
    builtIn: true,
    between: inProportion,
    severityMeans: "head lost at best-point flow, as a share",
    condition: (s) => (s > 0 ? { innerLoss: s, vapour: "may" } : {}),
    claim: () => "The liquid swirls into the wheel.",
    firstAid: "None needed today; listen to the bearings.",
    repair: "Five to ten straight bores before the flange, reducers flat side up.",
    parts: ["spool piece", "eccentric reducer"],
    skills: SKILLS.engineer,
    proof: "Quieter at the same duty; bearing temperature down.",
    cautions: ["opening"],
    inseparable: ["impeller-clogged", "bearing-defect"],
  },
  {
    id: "air-trap",
    name: "Air trap in the suction",
    mechanism:
      "A high point in the suction, or a pipe that its port cannot fill, holds air for ever.",
    side: "system",
    where: { notFamilies: ["sump", "borehole"] },
    severities: [
      [0.015, 1],
      [0.04, 1],
      [0.07, 0.6],
    ],
    builtIn: true,
    between: inProportion,
    severityMeans: "air as a share of volume at the eye",
    condition: (s) => (s > 0 ? { gas: s, vapour: "may", headDoubt: 0.04 } : {}),
    claim: () => "Air stands in a high point of the suction.",
    firstAid: "Vent the high point while it runs slowly.",
    repair: "Lay the pipe to rise all the way to the pump; vent what cannot be laid so.",
    parts: ["vent cock", "eccentric reducer"],
    skills: SKILLS.technician,
    proof: "Primes at the first try and stays primed.",
    cautions: ["opening"],
    inseparable: ["suction-air-leak"],
  },
  {
    id: "viscous-liquid",
    name: "Thicker liquid than the sheet's",
    mechanism: "A thicker liquid costs head, flow and power at once, more when it is cold.",
    side: "system",
    where: {},
    severities: [
      [3, 1],
      [5, 1.1],
      [8, 1],
      [13, 0.6],
      [22, 0.3],
      [38, 0.15],
    ],
    between: inProportion,
    severityMeans: "viscous parameter B (1 is water)",
    condition: (s) => (s > 1 ? asViscous(s) : {}),
    claim: () => "The liquid is thicker than the curve was drawn for.",
    firstAid: "Warm it if it may be warmed; watch the current.",
    repair: "Measure the viscosity at this temperature; pick wheel, speed and motor for it.",
    parts: [],
    skills: SKILLS.engineer,
    proof: "Readings on the corrected curve at the measured viscosity.",
    cautions: ["rotating-parts"],
  },
  {
    id: "jet-suction-open",
    name: "Jet suction open",
    mechanism: "A branch, a leaking foot valve or an unfilled return pipe lets the jet draw air.",
    side: "system",
    where: { families: ["jet-shallow", "jet-deep"] },
    severities: ONCE,
    severityMeans: null,
    condition: whole(
      dead({
        head: 0.12,
        headSpread: 0.12,
        power: 0.45,
        powerSpread: 0.25,
        vacuum: 0.15,
        vacuumSpread: 0.3,
      }),
    ),
    claim: () => "The jet draws air, not water.",
    firstAid: "Stop before the casing heats; fill it again.",
    repair: "Shut or remove the branch, renew the foot valve, fill both pipes.",
    parts: ["foot valve", "pipe fittings"],
    skills: SKILLS.technician,
    proof: "Draws within a minute and holds its prime overnight.",
    cautions: ["opening"],
    inseparable: ["not-primed", "jet-nozzle-blocked"],
  },
];
