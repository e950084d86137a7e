/** The tests a technician may do next, and how each turns out under each cause. */
import type { CauseId, TestId } from "../case/index.ts";
import type { CautionId } from "./cautions.ts";

/** Where a test can be done; every stated condition must hold. */
export interface TestPlace {
  readonly families?: readonly string[];
  readonly notFamilies?: readonly string[];
  readonly installations?: readonly string[];
  readonly notInstallations?: readonly string[];
  readonly drivers?: readonly string[];
  readonly notBehindVfd?: boolean;
  readonly needsStandby?: boolean;
  readonly notClosedLoop?: boolean;
  readonly needsGauge?: "suction" | "discharge" | "any";
}

export interface TestRow {
  readonly id: TestId;
  /** What to do, as an order. */
  readonly name: string;
  readonly minutes: number;
  /** Minutes added to the price for the harm it can do. */
  readonly hazardMinutes: number;
  readonly hazard: string | null;
  readonly cautions: readonly CautionId[];
  readonly steps: readonly string[];
  readonly place: TestPlace;
  /** Each outcome in words, in the order of the case format. */
  readonly outcomes: readonly { readonly id: string; readonly name: string }[];
  /** Probability of each outcome for causes not named below. */
  readonly usual: readonly number[];
  readonly under: Readonly<Partial<Record<CauseId, readonly number[]>>>;
}

const out = (id: string, name: string) => ({ id, name });

export const TESTS: readonly TestRow[] = [
  {
    id: "rotation-look",
    name: "Look which way it turns",
    minutes: 4,
    hazardMinutes: 1,
    hazard: "bump start",
    cautions: ["rotation"],
    steps: [
      "Guards on, everybody clear.",
      "Bump the motor and watch the fan or coupling against the arrow.",
    ],
    place: { drivers: ["3-phase"], notInstallations: ["submerged"] },
    outcomes: [
      out("right", "with the arrow"),
      out("wrong", "against the arrow"),
      out("cannot-see", "cannot be seen"),
    ],
    usual: [0.78, 0.01, 0.21],
    under: { "wrong-rotation": [0.02, 0.77, 0.21] },
  },
  {
    id: "throttle-and-listen",
    name: "Throttle the discharge and listen",
    minutes: 3,
    hazardMinutes: 0,
    hazard: null,
    cautions: ["rotating-parts"],
    steps: [
      "Listen at the casing with the valve as found.",
      "Close the discharge valve slowly to about half.",
      "Listen again, then open it as it was.",
    ],
    place: { notInstallations: ["submerged"], notFamilies: ["positive-displacement"] },
    outcomes: [out("quieter", "quieter"), out("same", "no change"), out("louder", "louder")],
    usual: [0.06, 0.86, 0.08],
    under: {
      "npsh-shortfall": [0.85, 0.12, 0.03],
      "suction-restriction": [0.65, 0.31, 0.04],
      "suction-air-leak": [0.15, 0.73, 0.12],
      "discharge-restriction": [0.03, 0.75, 0.22],
      "impeller-clogged": [0.12, 0.72, 0.16],
    },
  },
  {
    id: "slow-and-listen",
    name: "Slow it down and listen",
    minutes: 4,
    hazardMinutes: 0,
    hazard: null,
    cautions: ["rotating-parts"],
    steps: ["Listen at the present speed.", "Take a fifth off the speed and listen again."],
    place: { drivers: ["engine", "vfd"] },
    outcomes: [out("quieter", "quieter"), out("same", "no change"), out("louder", "louder")],
    usual: [0.15, 0.83, 0.02],
    under: {
      "npsh-shortfall": [0.88, 0.11, 0.01],
      "suction-restriction": [0.68, 0.31, 0.01],
      "suction-air-leak": [0.3, 0.68, 0.02],
    },
  },
  {
    id: "run-standby-compare",
    name: "Run the standby pump and compare",
    minutes: 8,
    hazardMinutes: 1,
    hazard: "change-over",
    cautions: ["rotating-parts"],
    steps: [
      "Start the standby with its valve part closed.",
      "Read both gauges and the currents at the same valve.",
      "Compare with this pump.",
    ],
    place: { needsStandby: true },
    outcomes: [
      out("alike", "both alike"),
      out("this-worse", "this one worse"),
      out("standby-worse", "standby worse"),
    ],
    usual: [0.15, 0.82, 0.03],
    under: {
      healthy: [0.86, 0.07, 0.07],
      "discharge-restriction": [0.75, 0.2, 0.05],
      "npsh-shortfall": [0.75, 0.2, 0.05],
      "suction-restriction": [0.35, 0.62, 0.03],
      "suction-gauge-fault": [0.6, 0.35, 0.05],
      "discharge-gauge-fault": [0.6, 0.35, 0.05],
    },
  },
  {
    id: "discharge-valve-look",
    name: "Look at the discharge valve",
    minutes: 2,
    hazardMinutes: 0,
    hazard: null,
    cautions: [],
    steps: [
      "Follow the discharge to its first valves.",
      "See how far each spindle or lever stands open.",
    ],
    place: { notInstallations: ["submerged"] },
    outcomes: [out("open", "open"), out("part-closed", "part closed")],
    usual: [0.96, 0.04],
    under: { "discharge-restriction": [0.5, 0.5] },
  },
  {
    id: "provoke",
    name: "Do again what it was doing when it failed",
    minutes: 15,
    hazardMinutes: 1,
    hazard: null,
    cautions: ["rotating-parts"],
    steps: [
      "Bring back the level, valves and demand of the time it failed.",
      "Watch gauges and ammeter.",
    ],
    place: {},
    outcomes: [out("reproduced", "it failed again"), out("not-reproduced", "it did not")],
    usual: [0.7, 0.3],
    under: { healthy: [0.08, 0.92], "npsh-shortfall": [0.6, 0.4], "suction-air-leak": [0.6, 0.4] },
  },
  {
    id: "shut-off-head",
    name: "Read the head against a shut valve",
    minutes: 3,
    hazardMinutes: 1.5,
    hazard: "the casing heats within seconds",
    cautions: ["dead-head", "rotating-parts"],
    steps: [
      "Have both gauges in sight.",
      "Shut the discharge valve.",
      "Read both gauges at once and open the valve.",
    ],
    place: {
      notFamilies: ["sump", "borehole", "self-priming", "positive-displacement"],
      drivers: ["3-phase", "engine"],
      needsGauge: "discharge",
    },
    outcomes: [
      out("near-curve", "near the curve"),
      out("low", "low"),
      out("high", "high"),
      out("no-pressure", "no pressure"),
    ],
    usual: [0.9, 0.05, 0.04, 0.01],
    under: {
      "worn-rings": [0.55, 0.43, 0.01, 0.01],
      "impeller-worn": [0.25, 0.73, 0.01, 0.01],
      "impeller-clogged": [0.8, 0.17, 0.02, 0.01],
      "wrong-rotation": [0.04, 0.92, 0.01, 0.03],
      "low-speed": [0.2, 0.78, 0.01, 0.01],
      "suction-air-leak": [0.55, 0.4, 0.01, 0.04],
      "discharge-gauge-fault": [0.2, 0.38, 0.38, 0.04],
      "suction-gauge-fault": [0.5, 0.25, 0.24, 0.01],
    },
  },
  {
    id: "gauge-zero",
    name: "Check both gauges at zero",
    minutes: 4,
    hazardMinutes: 0,
    hazard: null,
    cautions: ["opening"],
    steps: [
      "Shut each gauge cock and let its pressure off.",
      "Read the needle at rest, then open the cock again.",
    ],
    place: { needsGauge: "any" },
    outcomes: [
      out("both-zero", "both at zero"),
      out("suction-off", "suction gauge off"),
      out("discharge-off", "discharge gauge off"),
    ],
    usual: [0.97, 0.015, 0.015],
    under: {
      "suction-gauge-fault": [0.12, 0.86, 0.02],
      "discharge-gauge-fault": [0.12, 0.02, 0.86],
    },
  },
  {
    id: "swap-gauges",
    name: "Exchange the gauges",
    minutes: 10,
    hazardMinutes: 1,
    hazard: "pressure behind the gauges",
    cautions: ["opening"],
    steps: [
      "Shut both cocks and let the pressure off.",
      "Fit each gauge, or a known one, in the other place.",
      "Open the cocks and read again.",
    ],
    place: { needsGauge: "suction", notInstallations: ["submerged"] },
    outcomes: [
      out("same", "same readings"),
      out("suction-changes", "suction reading changes"),
      out("discharge-changes", "discharge reading changes"),
    ],
    usual: [0.96, 0.02, 0.02],
    under: {
      "suction-gauge-fault": [0.06, 0.92, 0.02],
      "discharge-gauge-fault": [0.06, 0.02, 0.92],
    },
  },
  {
    id: "open-strainer-look",
    name: "Open the strainer and look",
    minutes: 20,
    hazardMinutes: 2,
    hazard: "pressure and water behind the cover",
    cautions: ["lockout", "opening"],
    steps: [
      "Stop the pump; shut both valves.",
      "Let the pressure to zero and drain.",
      "Lift the cover and look at the basket.",
    ],
    place: { notInstallations: ["submerged"] },
    outcomes: [out("clean", "clean"), out("dirty", "dirty")],
    usual: [0.93, 0.07],
    under: { "suction-restriction": [0.3, 0.7], "impeller-clogged": [0.75, 0.25] },
  },
  {
    id: "clean-strainer-reread",
    name: "Clean the strainer and read again",
    minutes: 30,
    hazardMinutes: 2,
    hazard: "pressure and water behind the cover",
    cautions: ["lockout", "opening"],
    steps: [
      "Stop, isolate, drain, open and clean the basket.",
      "Fill, vent and start.",
      "Read the suction gauge again at the same valve.",
    ],
    place: { notInstallations: ["submerged"] },
    outcomes: [out("improved", "suction came back"), out("no-change", "no change")],
    usual: [0.03, 0.97],
    under: { "suction-restriction": [0.72, 0.28] },
  },
  {
    id: "raise-level-reread",
    name: "Raise the level and read again",
    minutes: 25,
    hazardMinutes: 0,
    hazard: null,
    cautions: [],
    steps: [
      "Let the source rise by half a metre or more.",
      "Listen and read again at the same valve.",
    ],
    place: { notClosedLoop: true, notFamilies: ["fire", "sump", "borehole"] },
    outcomes: [out("improved", "improved"), out("no-change", "no change")],
    usual: [0.03, 0.97],
    under: {
      "npsh-shortfall": [0.82, 0.18],
      "suction-air-leak": [0.12, 0.88],
      "suction-restriction": [0.2, 0.8],
    },
  },
  {
    id: "submerge-deeper-reread",
    name: "Set the inlet deeper and read again",
    minutes: 12,
    hazardMinutes: 1,
    hazard: "working over water",
    cautions: [],
    steps: ["Lower the inlet or suction hose.", "Listen and read again."],
    place: { families: ["sump", "dry-priming", "self-priming"] },
    outcomes: [out("improved", "improved"), out("no-change", "no change")],
    usual: [0.04, 0.96],
    under: { "npsh-shortfall": [0.1, 0.9], "suction-air-leak": [0.08, 0.92] },
  },
  {
    id: "vent-casing-reread",
    name: "Vent the casing and read again",
    minutes: 6,
    hazardMinutes: 0.5,
    hazard: "water sprays from the vent",
    cautions: ["opening"],
    steps: ["Open the vent at the top of the casing until water comes without air.", "Read again."],
    place: { notFamilies: ["borehole"] },
    outcomes: [out("improved", "improved"), out("no-change", "no change")],
    usual: [0.03, 0.97],
    under: { "suction-air-leak": [0.3, 0.7] },
  },
  {
    id: "suction-pressure-vs-layout",
    name: "Measure level and suction again, against the pipe",
    minutes: 4,
    hazardMinutes: 0,
    hazard: null,
    cautions: [],
    steps: [
      "Tape the level of the source to the shaft.",
      "Read the suction gauge with its height.",
      "Compare with what level and pipe explain.",
    ],
    place: { needsGauge: "suction", notInstallations: ["submerged"] },
    outcomes: [
      out("agrees", "agrees"),
      out("lower", "lower than it should"),
      out("higher", "higher than it should"),
    ],
    usual: [0.86, 0.07, 0.07],
    under: {
      "suction-restriction": [0.1, 0.88, 0.02],
      "suction-gauge-fault": [0.2, 0.4, 0.4],
      "suction-air-leak": [0.55, 0.05, 0.4],
      "discharge-restriction": [0.7, 0.03, 0.27],
      "impeller-clogged": [0.7, 0.03, 0.27],
      "wrong-rotation": [0.65, 0.03, 0.32],
    },
  },
  {
    id: "two-direction",
    name: "Run it both ways and compare",
    minutes: 12,
    hazardMinutes: 3,
    hazard: "reverse running",
    cautions: ["electrical", "rotation", "reverse-running"],
    steps: [
      "Read the discharge gauge at a fixed valve.",
      "Isolate; a qualified person exchanges two wires.",
      "Read again at the same valve; keep the way with more pressure.",
    ],
    place: { drivers: ["3-phase"] },
    outcomes: [
      out("forward-better", "as found was better"),
      out("reverse-better", "the other way is better"),
      out("same", "no difference"),
    ],
    usual: [0.95, 0.015, 0.035],
    under: { "wrong-rotation": [0.02, 0.94, 0.04] },
  },
  {
    id: "speed-check",
    name: "Read the speed",
    minutes: 3,
    hazardMinutes: 0.5,
    hazard: "turning shaft",
    cautions: ["rotating-parts"],
    steps: ["Point the tachometer at the shaft mark.", "Read with the pump under load."],
    place: { notInstallations: ["submerged"] },
    outcomes: [out("as-expected", "as expected"), out("low", "low")],
    usual: [0.97, 0.03],
    under: { "low-speed": [0.04, 0.96], "phase-loss": [0.6, 0.4] },
  },
  {
    id: "drain-back",
    name: "Stop it and watch the level in the priming port",
    minutes: 15,
    hazardMinutes: 0,
    hazard: null,
    cautions: [],
    steps: [
      "Stop the pump with the casing full.",
      "Watch the level in the priming port for ten minutes.",
    ],
    place: { installations: ["lift"] },
    outcomes: [out("holds", "holds"), out("falls", "falls")],
    usual: [0.92, 0.08],
    under: { "suction-air-leak": [0.35, 0.65] },
  },
  {
    id: "winding-resistance",
    name: "Measure the windings",
    minutes: 20,
    hazardMinutes: 2,
    hazard: "terminals",
    cautions: ["electrical", "lockout"],
    steps: [
      "Isolate, prove dead, disconnect the motor leads.",
      "Measure the three resistances and the temperature.",
    ],
    place: { drivers: ["3-phase", "1-phase"] },
    outcomes: [
      out("balanced", "even"),
      out("spread", "uneven"),
      out("open", "one open"),
      out("short", "one short"),
    ],
    usual: [0.96, 0.025, 0.01, 0.005],
    under: { "phase-loss": [0.9, 0.03, 0.065, 0.005] },
  },
  {
    id: "terminal-retighten-reread",
    name: "Tighten the terminals and read again",
    minutes: 15,
    hazardMinutes: 2,
    hazard: "terminals",
    cautions: ["electrical", "lockout"],
    steps: [
      "Read the three currents.",
      "Isolate, prove dead, tighten every terminal.",
      "Start and read the three currents again.",
    ],
    place: { drivers: ["3-phase", "1-phase"] },
    outcomes: [out("balanced", "balanced now"), out("no-change", "no change")],
    usual: [0.03, 0.97],
    under: { "phase-loss": [0.08, 0.92] },
  },
  {
    id: "hand-turn-shaft",
    name: "Turn the shaft by hand",
    minutes: 12,
    hazardMinutes: 1,
    hazard: "unexpected start",
    cautions: ["lockout"],
    steps: ["Isolate, lock and prove dead.", "Turn the shaft by hand through a full turn."],
    place: { notInstallations: ["submerged"] },
    outcomes: [
      out("free", "free"),
      out("stiff", "stiff"),
      out("no-resistance", "no resistance at all"),
    ],
    usual: [0.93, 0.05, 0.02],
    under: { "impeller-clogged": [0.6, 0.38, 0.02] },
  },
  {
    id: "roll-leads",
    name: "Roll the leads",
    minutes: 40,
    hazardMinutes: 3,
    hazard: "terminals",
    cautions: ["electrical", "lockout"],
    steps: [
      "Read three currents.",
      "Isolate; move all three leads on by one; read again; and once more.",
    ],
    place: { drivers: ["3-phase"], notBehindVfd: true },
    outcomes: [
      out("follows-line", "stays with the line"),
      out("follows-motor", "moves with the motor"),
      out("both", "both"),
      out("balanced", "balanced"),
    ],
    usual: [0.05, 0.03, 0.02, 0.9],
    under: { "phase-loss": [0.85, 0.05, 0.05, 0.05] },
  },
];

const byId = new Map(TESTS.map((t) => [t.id as string, t]));

/** The row of a test; undefined for one the engine has no table for yet. */
export const testRow = (id: string): TestRow | undefined => byId.get(id);

/** Probability of each outcome under a cause. */
export const outcomeRates = (test: TestRow, cause: CauseId): readonly number[] =>
  test.under[cause] ?? (cause === "unlisted" ? softened(test.usual) : test.usual);

/** Half way to "anything may come out". */
const softened = (p: readonly number[]): readonly number[] => p.map((v) => (v + 1 / p.length) / 2);
