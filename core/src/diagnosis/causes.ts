/** The causes the engine weighs: one row each, with what it does to the model and to the reader. */
import type { CauseId } from "../case/index.ts";
import { asDiameter, type Condition } from "./condition.ts";

/** Where a cause sits: the first thing to settle. */
export type CauseSide = "pump" | "system" | "drive" | "instrument" | "none" | "unclear";

export interface CauseRow {
  readonly id: CauseId;
  /** Plain name, starting a sentence or a row. */
  readonly name: string;
  /** One sentence: what happens. */
  readonly mechanism: string;
  readonly side: CauseSide;
  /** Severities tried and their prior weights; one entry when size has no meaning. */
  readonly severities: readonly (readonly [severity: number, weight: number])[];
  /** What severity means, for the reader; null when it has no meaning. */
  readonly severityMeans: string | null;
  readonly condition: (severity: number) => Partial<Condition>;
  /** What the Board says when this cause leads; numbers come from its severity. */
  readonly claim: (severity: number, say: Say) => string;
  /** Does not apply where this says so. */
  readonly not?: {
    readonly installations?: readonly string[];
    readonly drivers?: readonly string[];
  };
  readonly firstAid: string;
  readonly repair: string;
  readonly parts: readonly string[];
  readonly proof: string;
}

/** Puts a figure into the reader's units. */
interface Say {
  readonly percent: (fraction: number) => string;
  readonly metres: (head: number) => string;
}

const ONCE = [[1, 1]] as const;

/** Errors of a faulty gauge as a share of its span, either way; large ones are rarer. */
const GAUGE_ERRORS = [
  [-0.35, 0.6],
  [-0.18, 1],
  [-0.08, 1],
  [0.08, 1],
  [0.18, 1],
  [0.35, 0.6],
] as const;

export const CAUSES: readonly CauseRow[] = [
  {
    id: "healthy",
    name: "Nothing wrong with this pump",
    mechanism: "Pump, pipes and drive do what they should at this duty.",
    side: "none",
    severities: ONCE,
    severityMeans: null,
    condition: () => ({}),
    claim: () => "Everything read so far is as it should be.",
    firstAid: "Leave it as it is.",
    repair: "None. If the complaint stands, look at what is asked of the pump.",
    parts: [],
    proof: "Readings repeat on the next round.",
  },
  {
    id: "discharge-restriction",
    name: "Discharge restricted",
    mechanism:
      "Something downstream takes more head than it should, so the pump runs back on its curve.",
    side: "system",
    severities: [
      [0.08, 1],
      [0.15, 1.2],
      [0.25, 1.2],
      [0.4, 1.2],
      [0.6, 1],
      [0.85, 0.7],
    ],
    severityMeans: "share of the flow lost",
    condition: (s) => ({ flowLost: s }),
    claim: (s, say) => `About ${say.percent(s)} of the flow is held back after the pump.`,
    firstAid: "Look at every valve on the discharge; open what should be open.",
    repair: "Find and clear the blockage, scale or crushed length; replace the stuck valve.",
    parts: ["valve or gasket set"],
    proof: "Flow and head return to the duty on the curve.",
  },
  {
    id: "suction-restriction",
    name: "Choked suction",
    mechanism: "Strainer, valve, liner or kink on the suction takes head before the flange.",
    side: "system",
    severities: [
      [0.5, 0.8],
      [1.2, 1.1],
      [2.2, 1.2],
      [3.5, 1.2],
      [5, 1],
      [7, 0.7],
    ],
    severityMeans: "metres of extra suction loss at the duty flow",
    condition: (s) => ({ suctionLoss: s, vapour: "may" }),
    not: { installations: ["submerged"] },
    claim: (s, say) => `${say.metres(s)} of suction goes missing before the flange.`,
    firstAid:
      "Throttle the discharge until the growl stops, so that the pump is not hurt meanwhile.",
    repair:
      "Open the strainer and clean it; open the suction valve fully; replace a collapsed hose.",
    parts: ["strainer gasket", "strainer basket"],
    proof: "Suction gauge back to what level and pipe explain, flow back on the duty.",
  },
  {
    id: "npsh-shortfall",
    name: "Too little NPSH",
    mechanism:
      "The suction is clean, but level, warmth, lift or altitude leave less than the wheel needs.",
    side: "system",
    severities: ONCE,
    severityMeans: null,
    condition: () => ({ vapour: "must" }),
    claim: () => "The wheel gets less NPSH than it needs.",
    firstAid: "Throttle the discharge or slow the pump until the rattle goes.",
    repair:
      "Raise the level, lower the pump, cool the liquid, widen the suction, or fit a slower pump.",
    parts: [],
    proof: "Margin above what is required at the warmest, lowest case; no rattle.",
  },
  {
    id: "suction-air-leak",
    name: "Air drawn into the suction",
    mechanism:
      "A joint, gland or hose under vacuum lets air in; head and power sag and gauges flutter.",
    side: "system",
    severities: [
      [0.01, 1],
      [0.025, 1.2],
      [0.045, 1],
      [0.07, 0.7],
    ],
    severityMeans: "air as a share of volume at the eye",
    condition: (s) => ({ gas: s, vapour: "may" }),
    not: { installations: ["submerged"] },
    claim: () => "Air is coming in on the suction.",
    firstAid: "Wet each joint or wrap it while listening: the noise stops at the leak.",
    repair: "Remake the joint, tighten or repack the gland, replace the hose gasket.",
    parts: ["flange gasket", "hose gasket", "gland packing"],
    proof: "Clear discharge, steady gauges, head back on the curve.",
  },
  {
    id: "worn-rings",
    name: "Worn wear rings",
    mechanism:
      "Liquid leaks back inside the pump from discharge to suction; the curve shifts to less flow.",
    side: "pump",
    severities: [
      [0.06, 1],
      [0.12, 1.2],
      [0.2, 1.2],
      [0.3, 1],
      [0.42, 0.7],
    ],
    severityMeans: "leakage as a share of best-point flow",
    condition: (s) => ({ leak: s }),
    claim: (s, say) => `About ${say.percent(s)} of its flow leaks back inside.`,
    firstAid: "It can run on at less flow; watch the power.",
    repair: "Open the pump, measure the ring gap, renew rings (and shaft sleeve if scored).",
    parts: ["wear rings", "casing gasket", "seal or packing"],
    proof: "Head at equal flow back on the fingerprint.",
  },
  {
    id: "impeller-worn",
    name: "Impeller worn smaller",
    mechanism:
      "Eroded vane tips make the wheel act like a smaller one: head, flow and power all shrink.",
    side: "pump",
    severities: [
      [0.03, 1],
      [0.06, 1.2],
      [0.1, 1.1],
      [0.15, 0.7],
      [0.22, 0.4],
    ],
    severityMeans: "diameter lost, as a fraction",
    condition: (s) => asDiameter(1 - s),
    claim: (s, say) => `The wheel acts about ${say.percent(s)} smaller than its plate.`,
    firstAid: "It can run on at less duty.",
    repair: "Fit a new wheel of the plate diameter; find out what wore it.",
    parts: ["impeller", "casing gasket", "wear rings"],
    proof: "Shut-off head back on the curve.",
  },
  {
    id: "impeller-clogged",
    name: "Impeller clogged",
    mechanism: "Rag, shell or scale in the passages: shut-off head stays, flow capacity goes.",
    side: "pump",
    severities: [
      [0.15, 1],
      [0.35, 1.2],
      [0.7, 1.1],
      [1.3, 0.8],
      [2.5, 0.5],
    ],
    severityMeans: "extra loss at best-point flow, share of best-point head",
    condition: (s) => ({ innerLoss: s, curvePower: 1 - 0.05 * Math.min(1, s) }),
    claim: () => "The passages of the wheel are clogged.",
    firstAid: "Stop and back-flush where the maker allows it.",
    repair: "Open the pump and clear the passages; fit or repair the strainer.",
    parts: ["casing gasket"],
    proof: "Full flow at the duty, vibration back down.",
  },
  {
    id: "wrong-rotation",
    name: "Turning backwards",
    mechanism:
      "Two supply wires are exchanged; the pump still pumps forward, at about half its head.",
    side: "drive",
    severities: [
      [0.4, 0.6],
      [0.5, 1],
      [0.6, 0.8],
    ],
    severityMeans: "share of the head lost",
    // Radial wheel run backwards: 45 to 65 % of the head, 50 to 70 % of the flow, power near that of
    // the flow it still moves.
    condition: (s) => ({
      curveHead: 1 - s,
      curveFlow: 1 - 0.32 * s,
      curvePower: 1 - 0.4 * s,
    }),
    not: { drivers: ["1-phase", "engine"] },
    claim: () => "It turns backwards.",
    firstAid: "Stop. On a wheel screwed to its shaft do not run it again until this is settled.",
    repair: "A qualified electrical person exchanges any two of the three supply wires.",
    parts: [],
    proof: "Rotation agrees with the arrow; head back on the curve.",
  },
  {
    id: "low-speed",
    name: "Running too slow",
    mechanism: "Belt, drive setting, governor or supply keeps the shaft below its speed.",
    side: "drive",
    severities: [
      [0.04, 1],
      [0.08, 1.2],
      [0.14, 1],
      [0.22, 0.7],
      [0.32, 0.4],
    ],
    severityMeans: "speed lost, as a fraction",
    condition: (s) => ({ speed: 1 - s }),
    claim: (s, say) => `It runs about ${say.percent(s)} too slow.`,
    firstAid: "Read the speed; set the drive or governor.",
    repair:
      "Tension or replace belts, repair the clutch or coupling, restore frequency and voltage.",
    parts: ["belt set"],
    proof: "Tachometer shows the plate speed under load.",
  },
  {
    id: "phase-loss",
    name: "One phase missing",
    mechanism: "One of the three lines carries nothing; the other two overheat the motor.",
    side: "drive",
    severities: ONCE,
    severityMeans: null,
    condition: (s) => ({ phaseLost: s > 0, speed: 1 - 0.015 * s }),
    not: { drivers: ["1-phase", "engine"] },
    claim: () => "One phase carries nothing. Stop it now.",
    firstAid: "Stop now: the motor burns on two phases.",
    repair: "A licensed electrician finds the open fuse, contact or wire.",
    parts: ["fuse set", "contactor contacts"],
    proof: "Three even currents under load.",
  },
  {
    id: "suction-gauge-fault",
    name: "Suction gauge wrong",
    mechanism: "The gauge is off its zero, stuck or blocked; it contradicts everything else.",
    side: "instrument",
    severities: GAUGE_ERRORS,
    severityMeans: "error as a share of the gauge's span",
    condition: (s) => ({ suctionOffset: s, offsetSpread: Math.abs(s) * 0.35 }),
    claim: () => "The suction gauge contradicts everything else.",
    firstAid: "Read it against another gauge before believing it.",
    repair: "Replace the gauge; clean its tapping.",
    parts: ["compound gauge"],
    proof: "Both gauges at zero with the pressure off, and agreeing when exchanged.",
  },
  {
    id: "discharge-gauge-fault",
    name: "Discharge gauge wrong",
    mechanism: "The gauge is off its zero, stuck or blocked; it contradicts everything else.",
    side: "instrument",
    severities: GAUGE_ERRORS,
    severityMeans: "error as a share of the gauge's span",
    condition: (s) => ({ dischargeOffset: s, offsetSpread: Math.abs(s) * 0.35 }),
    claim: () => "The discharge gauge contradicts everything else.",
    firstAid: "Read it against another gauge before believing it.",
    repair: "Replace the gauge; clean its tapping.",
    parts: ["pressure gauge"],
    proof: "Zero with the pressure off, and agreeing when exchanged.",
  },
  {
    id: "unlisted",
    name: "No cause known here",
    mechanism: "The readings fit no cause on the list, or contradict each other.",
    side: "unclear",
    severities: ONCE,
    severityMeans: null,
    condition: () => ({ looseness: 1, vapour: "may" }),
    claim: () => "The readings fit no cause known here.",
    firstAid: "Repeat the reading that fits least.",
    repair: "None to offer until the readings agree.",
    parts: [],
    proof: "Readings that agree with each other.",
  },
];

const byId = new Map(CAUSES.map((c) => [c.id, c]));

/** The row of a cause; undefined for ids the engine does not weigh yet. */
export const causeRow = (id: string): CauseRow | undefined => byId.get(id as CauseId);
