/** What can be wrong with a plant, how badly, and what its people notice of it besides what the pump shows. */
import type { CauseId, ObservationId } from "../../src/case/index.ts";
import type { Draws } from "./random.ts";
import { type Effects, NO_EFFECT, npshAt, type Plant, ratedNpshr } from "./plant.ts";

export interface Fault {
  readonly id: CauseId;
  /** How often among the visits where it can be. */
  readonly weight: number;
  readonly where?: (p: Plant) => boolean;
  /** A size from the smallest anybody calls for up to the physical end. */
  readonly size?: (d: Draws, p: Plant) => number;
  readonly effects: (size: number, d: Draws, p: Plant) => Partial<Effects>;
  /** Signs that belong to it whatever the readings are, with the chance that they are seen and told. */
  readonly signs?: readonly (readonly [ObservationId, number])[];
  /** Its size cannot be told by its unit: only that it is there. */
  readonly outcome?: string;
}

const threePhase = (p: Plant) => p.phases === 3 && p.drive !== "engine";
const motor = (p: Plant) => p.drive !== "engine";
const dry = (p: Plant) => p.installation !== "submerged";
const lift = (p: Plant) => p.installation === "lift";
const standby = (p: Plant) => p.family === "split-case" || p.family === "end-suction";
const floats = (p: Plant) => p.family === "sump";

/** One line of three carries less or more. */
const uneven = (d: Draws, size: number): readonly [number, number, number] => {
  const line = d.pick([0, 1, 2]);
  const at = (i: number) => (i === line ? 1 - size : 1 + size / 2);
  return [at(0), at(1), at(2)];
};

export const FAULTS: readonly Fault[] = [
  { id: "healthy", weight: 9, effects: () => ({}) },
  {
    id: "discharge-restriction",
    weight: 5,
    size: (d) => (d.chance(0.15) ? 1 : d.uniform(0.12, 0.97)),
    // The flow that is left decides k: k (1 − s)² rises with what the curve gives there.
    effects: (s) => ({ k: s >= 1 ? Number.POSITIVE_INFINITY : 1 / (1 - s) ** 2.2 }),
    signs: [["discharge.valve-part-closed", 0.2]],
  },
  {
    id: "over-run",
    weight: 2,
    size: (d) => d.uniform(0.3, 1),
    effects: (s) => ({ k: (1 - s) ** 2 }),
    signs: [["discharge.leak-seen", 0.15]],
  },
  {
    id: "static-rise",
    weight: 1.5,
    where: (p) => !p.loop,
    size: (d, p) => d.uniform(0.08, 0.6) * p.duty.head,
    effects: (s) => ({ staticExtra: s }),
  },
  {
    id: "suction-restriction",
    weight: 4,
    where: dry,
    size: (d) => d.spread(1, 40),
    effects: (s) => ({ suction: s }),
    signs: [["suction.strainer-dirty", 0.15]],
  },
  {
    id: "npsh-shortfall",
    weight: 3,
    where: (p) => dry(p) && !p.loop,
    // How much of what is required is missing, by a fallen level or a warmer source.
    size: (d) => d.uniform(0.05, 0.7),
    effects: (s, d, p) => {
      // First the source falls as far as such sources do; what is missing then is warmth.
      const wanted = (1 - s) * p.own.npshr * ratedNpshr(p, p.duty.flow);
      const airAt = (warmer: number) => npshAt(p, { ...NO_EFFECT, warmer }, p.duty.flow);
      const falls = p.installation === "lift" ? d.uniform(0, 3.5) : d.uniform(0, p.level + 0.2);
      const levelFall = Math.min(falls, Math.max(0, airAt(0) - wanted));
      let [low, high] = [0, 110 - p.temperature];
      for (let i = 0; i < 40; i++) {
        const mid = (low + high) / 2;
        if (airAt(mid) - levelFall > wanted) low = mid;
        else high = mid;
      }
      return { levelFall, warmer: low };
    },
  },
  {
    id: "suction-air-leak",
    weight: 2.5,
    where: (p) => lift(p),
    size: (d) => d.uniform(0.015, 0.16),
    effects: (s) => ({ gas: s }),
    signs: [
      ["gauges.suction-flutter", 0.5],
      ["water.bubbles-in-discharge", 0.4],
      ["suction.joint-wet", 0.15],
    ],
  },
  {
    id: "not-primed",
    weight: 2,
    where: lift,
    effects: (_, d) => ({
      dead: { head: d.uniform(0, 0.05), power: d.uniform(0.05, 0.3), vacuum: d.uniform(0, 0.25) },
    }),
  },
  {
    id: "priming-device-fault",
    weight: 2,
    where: (p) => lift(p) && ["dry-priming", "portable"].includes(p.family),
    effects: (_, d) => ({
      dead: { head: d.uniform(0, 0.05), power: d.uniform(0.05, 0.3), vacuum: d.uniform(0.3, 0.85) },
    }),
    signs: [["complaint.slow-prime", 0.6]],
  },
  {
    id: "discharge-airlock",
    weight: 0.7,
    where: (p) => p.loop || p.installation === "submerged",
    effects: () => ({ k: Number.POSITIVE_INFINITY }),
    signs: [
      ["gauges.discharge-flutter", 0.3],
      ["mechanical.casing-hot", 0.3],
    ],
  },
  {
    id: "worn-rings",
    weight: 3,
    size: (d) => d.spread(0.1, 1),
    effects: (s) => ({ leak: s }),
    signs: [["onset.gradual", 0.35]],
  },
  {
    id: "check-valve-passing",
    weight: 1.5,
    where: standby,
    size: (d) => d.spread(0.12, 0.9),
    effects: (s) => ({ passing: s }),
  },
  {
    id: "impeller-worn",
    weight: 2.5,
    size: (d) => d.spread(0.05, 0.35),
    effects: (s) => ({ trim: 1 - s }),
    signs: [["onset.gradual", 0.35]],
  },
  {
    id: "impeller-clogged",
    weight: 2.5,
    where: (p) => p.family !== "multistage" && p.family !== "fire",
    size: (d) => d.spread(0.2, 8),
    effects: (s) => ({ inner: s }),
    signs: [["mechanical.vibration-high", 0.35]],
  },
  {
    id: "impeller-loose",
    weight: 0.6,
    effects: (_, d) => ({
      dead: { head: d.uniform(0, 0.4), power: d.uniform(0.05, 0.4), vacuum: 1 },
    }),
    signs: [
      ["onset.sudden", 0.5],
      ["noise.knock", 0.2],
    ],
  },
  {
    id: "wrong-rotation",
    weight: 2.5,
    where: threePhase,
    size: (d) => d.uniform(0.35, 0.55),
    effects: (s, d) => ({ reversed: s, apparent: d.uniform(0.85, 1.3) }),
    signs: [
      ["onset.after-electrical-work", 0.4],
      ["electrical.recent-rewire", 0.25],
    ],
  },
  {
    id: "low-speed",
    weight: 2,
    where: (p) => p.drive !== "direct",
    size: (d) => d.uniform(0.06, 0.6),
    effects: (s) => ({ speed: 1 - s }),
  },
  {
    id: "low-voltage",
    weight: 1.2,
    where: motor,
    size: (d) => d.uniform(0.11, 0.35),
    effects: (s) => ({ volts: 1 - s }),
  },
  {
    id: "mechanical-drag",
    weight: 2,
    size: (d) => d.spread(0.12, 1),
    effects: (s) => ({ drag: s }),
    signs: [
      ["mechanical.bearing-hot", 0.3],
      ["mechanical.shaft-hard-to-turn", 0.2],
    ],
  },
  {
    id: "bearing-defect",
    weight: 2,
    effects: () => ({}),
    signs: [
      ["mechanical.bearing-hot", 0.55],
      ["noise.rumble", 0.4],
      ["mechanical.vibration-high", 0.5],
      ["complaint.noisy", 0.6],
    ],
  },
  {
    id: "seal-leak",
    weight: 2,
    effects: () => ({}),
    signs: [
      ["mechanical.seal-drip", 0.85],
      ["complaint.leaks", 0.7],
    ],
  },
  {
    id: "phase-loss",
    weight: 1,
    where: threePhase,
    effects: (_, d) => ({ ampsBy: uneven(d, 1), apparent: 1.2 }),
    signs: [
      ["complaint.trips", 0.5],
      ["noise.hum", 0.4],
    ],
  },
  {
    id: "supply-imbalance",
    weight: 1,
    where: threePhase,
    size: (d) => d.uniform(0.02, 0.08),
    effects: (s, d) => {
      const by = uneven(d, s / 1.0);
      return {
        voltsBy: by,
        ampsBy: by.map((v) => 1 + 7 * (v - 1)) as unknown as [number, number, number],
      };
    },
  },
  {
    id: "winding-fault",
    weight: 1,
    where: threePhase,
    size: (d) => d.uniform(0.08, 0.5),
    effects: (s, d) => {
      const line = d.pick([0, 1, 2]);
      const at = (i: number) =>
        i === line ? 1 + s : 1 + (i === (line + 1) % 3 ? -s * d.uniform(0, 0.6) : 0);
      return { ampsBy: [at(0), at(1), at(2)] };
    },
    signs: [
      ["electrical.smell-burnt", 0.3],
      ["complaint.trips", 0.4],
    ],
  },
  {
    id: "loose-terminal",
    weight: 1,
    where: threePhase,
    size: (d) => d.uniform(0.08, 0.6),
    effects: (s, d) => ({ ampsBy: uneven(d, s) }),
    signs: [["electrical.terminal-warm", 0.4]],
  },
  {
    id: "viscous-liquid",
    weight: 0.6,
    size: (d) => d.spread(3, 25),
    effects: (s) => ({ viscous: s }),
    signs: [["water.liquid-thick", 0.5]],
  },
  {
    id: "suction-gauge-fault",
    weight: 1,
    where: dry,
    size: (d) => (d.chance(0.5) ? 1 : -1) * d.spread(0.08, 0.8),
    effects: (s) => ({ suctionGauge: s }),
  },
  {
    id: "discharge-gauge-fault",
    weight: 1,
    size: (d) => (d.chance(0.6) ? -1 : 1) * d.spread(0.08, 0.8),
    effects: (s) => ({ dischargeGauge: s }),
  },
  {
    id: "float-stuck-off",
    weight: 0.8,
    where: floats,
    effects: () => ({ runs: false }),
    signs: [
      ["complaint.wont-start", 0.8],
      ["control.hand-mode-pumps", 0.4],
    ],
  },
];
