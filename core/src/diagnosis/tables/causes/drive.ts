/** Causes in the drive and its supply. */
import { dead, supply } from "../../model/condition.ts";
import { type CauseRow, ONCE, SKILLS, whole } from "./row.ts";

const LIVE = ["electrical", "live-readings"] as const;

export const DRIVE_CAUSES: readonly CauseRow[] = [
  {
    id: "wrong-rotation",
    name: "Turning backwards",
    mechanism:
      "Two supply wires are exchanged; the pump still pumps forward, at about half its head.",
    side: "drive",
    where: { drivers: ["3-phase"] },
    severities: [
      [0.4, 0.6],
      [0.5, 1],
      [0.6, 0.8],
    ],
    severityMeans: "share of the head lost",
    // Radial wheel run backwards: 45 to 65 % of the head at equal flow, 50 to 70 % of the flow, a
    // shut-off head somewhat nearer to the right one; power lower or higher.
    condition: (s) => ({
      curveHead: 1 - 0.85 * s,
      innerLoss: 0.15 * s,
      curveFlow: 1 - 0.25 * s,
      curvePower: 1 - 0.3 * s,
      ...(s > 0 ? { headDoubt: 0.06, ...supply({ apparentSpread: 0.15 }) } : {}),
    }),
    claim: () => "It turns backwards.",
    firstAid: "Stop. On a wheel screwed to its shaft do not run it again until this is settled.",
    repair: "A qualified electrical person exchanges any two of the three supply wires.",
    parts: [],
    skills: SKILLS.electrical,
    proof: "Rotation agrees with the arrow; head back on the curve.",
    cautions: ["rotation", "reverse-running", "electrical"],
  },
  {
    id: "low-speed",
    name: "Running too slow",
    mechanism: "Belt, drive setting, governor or supply keeps the shaft below its speed.",
    side: "drive",
    where: {},
    severities: [
      [0.04, 0.3],
      [0.08, 1.2],
      [0.14, 1],
      [0.22, 0.7],
      [0.32, 0.4],
    ],
    severityMeans: "speed lost, as a fraction",
    // A slipping belt wastes what it slips, and behind a drive the current follows the torque: either
    // way the current shows the load of full speed.
    condition: (s) =>
      s > 0
        ? { speed: 1 - s, ...supply({ apparentLoad: 1 / (1 - s), apparentSpread: 0.4 * s }) }
        : {},
    claim: (s, say) => `It runs about ${say.percent(s)} too slow.`,
    firstAid: "Read the speed; set the drive or governor.",
    repair:
      "Tension or replace belts, repair the clutch or coupling, restore frequency and voltage.",
    parts: ["belt set"],
    skills: SKILLS.technician,
    proof: "Tachometer shows the plate speed under load.",
    cautions: ["rotating-parts"],
  },
  {
    id: "low-voltage",
    name: "Supply voltage low",
    mechanism: "Volts more than a tenth below the plate: more current, more slip, more heat.",
    side: "drive",
    where: { drivers: ["3-phase", "1-phase"] },
    severities: [
      [0.1, 0.6],
      [0.14, 1.1],
      [0.19, 1],
      [0.23, 0.5],
    ],
    severityMeans: "volts lost, as a fraction",
    // The current for the same load grows with 1/V; the tachometer's model has the slip, with 1/V².
    condition: (s) =>
      s > 0
        ? {
            speed: 1 - 0.02 * (1 / (1 - s) ** 2 - 1),
            ...supply({
              volts: 1 - s,
              voltsSpread: 0.03,
              apparentLoad: 1 + 0.9 * s,
              apparentSpread: 0.5 * s,
            }),
          }
        : {},
    claim: (s, say) => `The supply is about ${say.percent(s)} low.`,
    firstAid: "Take other loads off the line; stop it if it runs hot.",
    repair: "An electrician measures at the panel and at the motor; larger cable, right tapping.",
    parts: ["cable"],
    skills: SKILLS.electrical,
    proof: "Volts under load within a tenth of the plate.",
    cautions: LIVE,
  },
  {
    id: "no-supply",
    name: "No volts at the motor",
    mechanism: "Fuse, switch, interlock or cable: nothing reaches the motor.",
    side: "drive",
    where: { drivers: ["3-phase", "1-phase"] },
    severities: ONCE,
    severityMeans: null,
    condition: whole(dead({ head: 0, headSpread: 0.02, power: 0, powerSpread: 0.03 })),
    claim: () => "Nothing reaches the motor.",
    firstAid: "Look at the switch, the overload and the interlocks; do not put a larger fuse in.",
    repair: "A licensed electrician finds the open point.",
    parts: ["fuse set", "overload relay"],
    skills: SKILLS.electrical,
    proof: "Plate volts at the terminals and it starts.",
    cautions: LIVE,
    runs: 0.02,
    inseparable: ["control-fault"],
  },
  {
    id: "phase-loss",
    name: "One phase missing",
    mechanism: "One of the three lines carries nothing; the other two overheat the motor.",
    side: "drive",
    where: { drivers: ["3-phase"] },
    severities: ONCE,
    severityMeans: null,
    condition: whole({ speed: 0.995, ...supply({ phaseLost: true, oneLow: 0.97 }) }),
    claim: () => "One phase carries nothing. Stop it now.",
    firstAid: "Stop now: the motor burns on two phases.",
    repair: "A licensed electrician finds the open fuse, contact or wire.",
    parts: ["fuse set", "contactor contacts"],
    skills: SKILLS.electrical,
    proof: "Three even currents under load.",
    cautions: LIVE,
  },
  {
    id: "supply-imbalance",
    name: "Uneven supply",
    mechanism: "The three voltages differ; the currents differ several times as much.",
    side: "drive",
    where: { drivers: ["3-phase"] },
    severities: [
      [0.015, 0.5],
      [0.025, 1.2],
      [0.04, 1],
      [0.055, 0.5],
    ],
    severityMeans: "imbalance of the volts, as a fraction",
    condition: (s) =>
      s > 0
        ? supply({
            voltImbalance: 100 * s,
            voltImbalanceSpread: 0.4 + 10 * s,
            imbalance: 0,
            imbalanceSpread: 100 * s,
            apparentSpread: 0.05,
          })
        : {},
    claim: (s, say) => `The volts are uneven by about ${say.percent(s)}.`,
    firstAid: "Take single-phase loads off the heavy line; load the motor less.",
    repair: "The electrician or the power company evens the lines.",
    parts: [],
    skills: SKILLS.electrical,
    proof: "Volts within one percent of each other under load.",
    cautions: LIVE,
  },
  {
    id: "winding-fault",
    name: "Winding fault",
    mechanism: "Shorted turns or earth in the winding: the imbalance stays with the motor lead.",
    side: "drive",
    where: { drivers: ["3-phase"] },
    severities: [
      [0.06, 1],
      [0.12, 1.2],
      [0.2, 1],
      [0.35, 0.5],
    ],
    severityMeans: "imbalance of the currents, as a fraction",
    condition: (s) =>
      s > 0
        ? supply({
            imbalance: 100 * s,
            imbalanceSpread: 35 * s,
            oneLow: 0.25,
            apparentLoad: 1 + 0.8 * s,
            apparentSpread: 0.04 + 0.5 * s,
          })
        : {},
    claim: () => "The motor's own winding is uneven.",
    firstAid: "Stop it if it smells or trips; it will not mend itself.",
    repair: "Rewind or replace the motor.",
    parts: ["motor"],
    skills: SKILLS.electrical,
    proof: "Three even resistances, insulation above its limit, even currents.",
    cautions: LIVE,
    inseparable: ["loose-terminal"],
  },
  {
    id: "loose-terminal",
    name: "Loose terminal",
    mechanism: "A bad joint in one line: warm, and the imbalance changes with load and tightening.",
    side: "drive",
    where: { drivers: ["3-phase", "1-phase"] },
    severities: [
      [0.06, 1],
      [0.12, 1.2],
      [0.2, 0.8],
      [0.35, 0.5],
    ],
    severityMeans: "imbalance of the currents, as a fraction",
    condition: (s) =>
      s > 0
        ? supply({
            imbalance: 100 * s,
            imbalanceSpread: 40 * s,
            oneLow: 0.9,
            apparentSpread: 0.05,
          })
        : {},
    claim: () => "One joint in the supply is loose.",
    firstAid: "Stop it if a terminal is warm; do not tighten under voltage.",
    repair: "Isolate, prove dead, clean and tighten every joint to its torque.",
    parts: ["terminal block", "lugs"],
    skills: SKILLS.electrical,
    proof: "Even currents after tightening, terminals cool under load.",
    cautions: LIVE,
    inseparable: ["winding-fault"],
  },
  {
    id: "capacitor-weak",
    name: "Capacitor weak",
    mechanism:
      "A single-phase motor lacks its shifted phase: hums, starts slowly or not, draws more.",
    side: "drive",
    where: { drivers: ["1-phase"] },
    severities: ONCE,
    severityMeans: null,
    condition: whole({
      speed: 0.985,
      ...supply({ apparentLoad: 1.3, apparentSpread: 0.17 }),
    }),
    claim: () => "The capacitor has lost its strength.",
    firstAid: "Do not help it with a push; leave it off.",
    repair: "Isolate, discharge, renew with the same value and voltage.",
    parts: ["run capacitor", "start capacitor"],
    skills: SKILLS.electrical,
    proof: "Within a tenth of its marked value; starts at once.",
    cautions: ["electrical"],
    runs: 0.6,
  },
];
