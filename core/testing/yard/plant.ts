/**
 * A pump, its pipes and its drive as they really are, made up by a seed, and where they settle. The laws are
 * other ones than the engine's on purpose: curves with a knee, vapour that takes the head faster or more slowly,
 * gas and reversal that cost more or less.
 */
import type { Family } from "../../src/case/index.ts";
import type { Draws } from "./random.ts";

const G = 9.80665;

export interface Plant {
  readonly family: Family;
  readonly installation: "flooded" | "lift" | "submerged";
  readonly drive: "direct" | "vfd" | "belt" | "engine";
  readonly phases: 1 | 3;
  /** Closed circuit: no static head, the source is a pressure. */
  readonly loop: boolean;
  readonly rated: {
    /** Best point [m³/s], [m], [1], [r/min]. */
    readonly flow: number;
    readonly head: number;
    readonly efficiency: number;
    readonly speed: number;
    /** H = Hb (h0 + b q − (h0 + b − 1) q^n). */
    readonly h0: number;
    readonly b: number;
    readonly n: number;
    /** NPSHr = nb (c + (1 − c) q^e) [m]. */
    readonly nb: number;
    readonly c: number;
    readonly e: number;
  };
  /** This pump against its sheet. */
  readonly own: { readonly flow: number; readonly head: number; readonly npshr: number };
  /** NPSH ratio over which the head lost to vapour grows e-fold. */
  readonly vapourScale: number;
  /** Share of head lost by each percent of gas. */
  readonly gasCost: number;
  readonly duty: { readonly flow: number; readonly head: number };
  /** [m] */
  readonly staticHead: number;
  /** Level of the source over the datum [m], or the pressure head of a circuit. */
  readonly level: number;
  /** Clean suction loss at the duty [m]. */
  readonly suctionLoss: number;
  /** [°C], [m] */
  readonly temperature: number;
  readonly altitude: number;
  readonly motor: {
    /** [W], [V], [A], [r/min], [Hz] */
    readonly power: number;
    readonly voltage: number;
    readonly current: number;
    readonly noLoad: number;
    readonly speed: number;
    readonly synchronous: number;
    readonly powerFactor: number;
    readonly efficiency: number;
  };
  /** What a drive or governor is set to, over the sheet's speed. */
  readonly setSpeed: number;
}

/** What a fault changes; everything at its sound value otherwise. */
export interface Effects {
  readonly speed: number;
  readonly trim: number;
  /** Running back inside, and through a standby, share of best-point flow at best-point head. */
  readonly leak: number;
  readonly passing: number;
  /** Extra loss inside at best-point flow, share of best-point head. */
  readonly inner: number;
  /** Gas by volume. */
  readonly gas: number;
  /** Extra suction loss at the duty flow [m]. */
  readonly suction: number;
  /** Factor on the discharge's k; 0 is an open end, Infinity a shut valve. */
  readonly k: number;
  readonly staticExtra: number;
  readonly levelFall: number;
  readonly warmer: number;
  readonly drag: number;
  /** Viscous parameter B; 1 is water. */
  readonly viscous: number;
  readonly reversed: number | null;
  /** Moves nothing: head over shut-off head, power over best-point power, share of the source's depth shown. */
  readonly dead: { readonly head: number; readonly power: number; readonly vacuum: number } | null;
  readonly volts: number;
  /** Of the volts and of the currents, by line [1]. */
  readonly voltsBy: readonly [number, number, number];
  readonly ampsBy: readonly [number, number, number];
  readonly apparent: number;
  /** Added to what the gauge shows, share of its span; `stuck` shows it instead. */
  readonly suctionGauge: number;
  readonly dischargeGauge: number;
  readonly runs: boolean;
}

export const NO_EFFECT: Effects = {
  speed: 1,
  trim: 1,
  leak: 0,
  passing: 0,
  inner: 0,
  gas: 0,
  suction: 0,
  k: 1,
  staticExtra: 0,
  levelFall: 0,
  warmer: 0,
  drag: 0,
  viscous: 1,
  reversed: null,
  dead: null,
  volts: 1,
  voltsBy: [1, 1, 1],
  ampsBy: [1, 1, 1],
  apparent: 1,
  suctionGauge: 0,
  dischargeGauge: 0,
  runs: true,
};

export interface State {
  /** Delivered [m³/s]. */
  readonly flow: number;
  readonly inner: number;
  /** [m], [W] */
  readonly head: number;
  readonly power: number;
  readonly npsha: number;
  readonly npshr: number;
  /** Share of the head lost to vapour. */
  readonly lost: number;
  /** Total head over the datum at the suction flange [m of liquid, gauge]. */
  readonly suctionHead: number;
  /** [r/min] */
  readonly speed: number;
  readonly load: number;
}

/** Saturation pressure of water [Pa], Antoine's equation; within 0.5 % from 1 to 100 °C. */
export const saturation = (celsius: number): number =>
  133.322 * 10 ** (8.07131 - 1730.63 / (233.426 + celsius));
/** Density of water [kg/m³]. */
export const density = (celsius: number): number =>
  1000 * (1 - ((celsius + 288.94) * (celsius - 3.98) ** 2) / (508929 * (celsius + 68.13)));
export const atmosphere = (altitude: number): number =>
  101325 * (1 - 2.25577e-5 * altitude) ** 5.25588;

export function ratedHead({ rated: r }: Plant, flow: number): number {
  const q = flow / r.flow;
  return r.head * (r.h0 + r.b * q - (r.h0 + r.b - 1) * q ** r.n);
}
/** Best efficiency falls on the best point: the power's slope follows from the head's. */
export function ratedPower({ rated: r }: Plant, flow: number): number {
  const best = (998 * G * r.flow * r.head) / r.efficiency;
  const p0 = Math.min(0.75, Math.max(0.3, r.n * (r.h0 + r.b - 1) - r.b));
  return best * (p0 + (1 - p0) * (flow / r.flow));
}
export const ratedNpshr = ({ rated: r }: Plant, flow: number): number =>
  r.nb * (r.c + (1 - r.c) * (flow / r.flow) ** r.e);

/** NPSH available with the source as it is [m]. */
export function npshAt(p: Plant, e: Effects, flow: number): number {
  const t = p.temperature + e.warmer;
  const air = (atmosphere(p.altitude) - saturation(t)) / (density(t) * G);
  return air + p.level - e.levelFall - lossAt(p, e, flow);
}

const lossAt = (p: Plant, e: Effects, flow: number): number =>
  (p.suctionLoss * (1 + 0.1 * (e.viscous - 1)) + e.suction) * (flow / p.duty.flow) ** 2;

/** Where the pump settles; `valve` throttles the discharge to a share of the flow, 0 shuts it. */
export function settle(p: Plant, e: Effects, valve = 1): State {
  const r = p.setSpeed * e.speed;
  const scaleQ = r * e.trim * p.own.flow * (e.reversed === null ? 1 : 1 - 0.5 * e.reversed);
  const factor = viscousFactor(e.viscous);
  const scaleH = (r * e.trim) ** 2 * p.own.head * (e.reversed === null ? 1 : 1 - e.reversed);
  const k = ((p.duty.head - p.staticHead) / p.duty.flow ** 2) * e.k;
  const at = (flow: number) => {
    let inner = flow;
    let head = 0;
    for (let i = 0; i < 30; i++) {
      head =
        scaleH *
          ratedHead(p, inner / scaleQ / factor) *
          (1 - (1 - factor) * (inner / p.rated.flow)) -
        e.inner * p.rated.head * (inner / p.rated.flow) ** 2;
      const back = e.leak + (valve === 0 ? 0 : e.passing);
      const next = flow + back * p.rated.flow * Math.sqrt(Math.max(0, head) / p.rated.head);
      inner = 0.5 * (inner + next);
    }
    const npsha = npshAt(p, e, flow);
    const npshr = r * r * p.own.npshr * ratedNpshr(p, inner / r);
    const lost = Math.min(1, 0.03 * Math.exp(Math.min(20, (1 - npsha / npshr) / p.vapourScale)));
    const gas = Math.max(0, 1 - p.gasCost * e.gas - 10 * Math.max(0, e.gas - 0.1));
    return { inner, head: Math.max(0, head) * (1 - lost) * gas, npsha, npshr, lost, gas };
  };
  // The clean suction loss is in the duty's head; what is lost beyond it, and a fallen source, come on top.
  const asks = (q: number) =>
    p.staticHead +
    e.staticExtra +
    (p.loop ? 0 : e.levelFall) +
    e.suction * (q / p.duty.flow) ** 2 +
    k * q * q;
  let flow = 0;
  if (!e.dead && e.runs && valve > 0 && Number.isFinite(k) && at(1e-7).head > asks(0)) {
    let [low, high] = [0, 1.9 * p.rated.flow];
    for (let i = 0; i < 60; i++) {
      const mid = (low + high) / 2;
      if (at(mid).head > asks(mid)) low = mid;
      else high = mid;
    }
    flow = valve * low;
  }
  const s = at(flow);
  const best = ratedPower(p, p.rated.flow);
  const cubed = (r * e.trim) ** 3;
  const efficiency = e.viscous > 1 ? e.viscous ** (-0.05 * e.viscous ** 0.69) : 1;
  let power =
    ((cubed * ratedPower(p, s.inner / scaleQ)) / efficiency) *
      factor *
      (1 - 0.5 * s.lost) *
      (0.45 + 0.55 * s.gas) +
    e.drag * r * best;
  let { head } = s;
  let suctionHead = p.level - e.levelFall - lossAt(p, e, flow);
  if (e.dead) {
    head = e.dead.head * r * r * ratedHead(p, 0);
    power = e.dead.power * r ** 3 * best;
    suctionHead = (p.level - e.levelFall) * (p.level < 0 ? e.dead.vacuum : 1);
  }
  if (!e.runs) {
    head = 0;
    power = 0;
  }
  const load = power / p.motor.power;
  const slip = (p.motor.synchronous - p.motor.speed) / p.motor.synchronous;
  const speed =
    p.rated.speed * r * (p.drive === "direct" ? 1 - slip * (load / e.volts ** 2 - 1) : 1);
  return { ...s, flow, head, power, suctionHead, load, speed: e.runs ? speed : 0 };
}

const viscousFactor = (b: number): number => (b > 1 ? Math.exp(-0.165 * Math.log10(b) ** 3.15) : 1);

type Kind = readonly [Family, Plant["installation"], number];
const KINDS: readonly Kind[] = [
  ["end-suction", "flooded", 4],
  ["end-suction", "lift", 3],
  ["split-case", "flooded", 2],
  ["multistage", "flooded", 2],
  ["inline-circulator", "flooded", 2],
  ["self-priming", "lift", 1.5],
  ["dry-priming", "lift", 1],
  ["portable", "lift", 1],
  ["sump", "submerged", 2],
  ["borehole", "submerged", 1.5],
  ["fire", "flooded", 1],
  ["tub", "flooded", 0.5],
];
const ENGINES = ["dry-priming", "portable"];

/** A plant whose suction has a margin at its duty: somebody laid it out. */
export function plantOf(d: Draws): Plant {
  const [family, installation] = d.weighted(KINDS.map((k) => [k, k[2]] as const));
  const small = family === "tub" || family === "inline-circulator" || family === "sump";
  const loop = family === "inline-circulator";
  const flow = small ? d.spread(0.0005, 0.01) : d.spread(0.002, 0.06);
  const head = loop
    ? d.spread(2, 12)
    : small
      ? d.spread(5, 20)
      : d.spread(12, family === "multistage" || family === "borehole" ? 150 : 70);
  const engine = ENGINES.includes(family) && d.chance(0.7);
  const drive = engine
    ? "engine"
    : d.weighted([
        ["direct", 7],
        ["vfd", 2],
        ["belt", 1],
      ] as const);
  const phases = (small && d.chance(0.4)) || family === "tub" ? 1 : 3;
  const poles = d.pick([2, 4]);
  const hertz = 50;
  const synchronous = (120 * hertz) / poles;
  const h0 = d.uniform(1.1, 1.35);
  const b = d.chance(0.25) ? d.uniform(0.02, 0.12) : 0;
  const n = d.uniform(1.7, 2.6);
  const efficiency = Math.min(
    0.84,
    Math.max(0.3, 0.6 + 0.05 * Math.log(flow * 1000) + d.normal(0.04)),
  );
  const best = (998 * G * flow * head) / efficiency;
  const power = best * d.uniform(1.05, 1.6) * (small ? 1.2 : 1);
  const speedShare = 1 - d.uniform(0.012, 0.05);
  const powerFactor = d.uniform(0.78, 0.9);
  const motorEfficiency = d.uniform(0.7, 0.92);
  const voltage = phases === 3 ? 400 : 230;
  const current =
    power / (motorEfficiency * powerFactor * voltage * (phases === 3 ? Math.sqrt(3) : 1));
  const speed = synchronous * speedShare;
  const nb = Math.max(
    0.8,
    ((speed * Math.sqrt(family === "split-case" ? flow / 2 : flow)) / d.uniform(150, 210)) **
      (4 / 3),
  );
  const dutyFlow = flow * d.uniform(0.6, 1.1);
  const plain = {
    rated: {
      flow,
      head,
      efficiency,
      speed,
      h0,
      b,
      n,
      nb,
      c: d.uniform(0.5, 0.75),
      e: d.uniform(1.8, 2.6),
    },
  } as Plant;
  const dutyHead = ratedHead(plain, dutyFlow);
  const temperature = loop
    ? d.uniform(30, 75)
    : d.weighted([
        [d.uniform(5, 25), 8],
        [d.uniform(25, 80), 2],
      ] as const);
  const altitude = d.chance(0.8) ? d.uniform(0, 500) : d.uniform(500, 3000);
  const suctionLoss = installation === "submerged" ? 0 : d.uniform(0.2, 1);
  const air = (atmosphere(altitude) - saturation(temperature)) / (density(temperature) * G);
  const need = ratedNpshr(plain, dutyFlow) + d.spread(0.5, 4) - air + suctionLoss;
  const level = loop
    ? d.uniform(8, 20)
    : installation === "submerged"
      ? Math.max(need, family === "borehole" ? d.uniform(4, 25) : d.uniform(0.3, 1.2))
      : installation === "flooded"
        ? Math.max(need, d.uniform(0.3, 4))
        : Math.min(Math.max(need, -7), -0.5);
  const grade = d.pick([0.03, 0.05, 0.07]);
  const made: Plant = {
    ...plain,
    family,
    installation,
    drive,
    phases,
    loop,
    own: {
      flow: 1 + d.uniform(-1, 1) * grade,
      head: 1 + d.uniform(-1, 1) * grade * 0.7,
      npshr: 1 + d.normal(0.08),
    },
    vapourScale: d.uniform(0.04, 0.09),
    gasCost: d.uniform(4, 7),
    duty: { flow: dutyFlow, head: dutyHead },
    staticHead: loop ? 0 : dutyHead * d.uniform(0, 0.85),
    level,
    suctionLoss,
    temperature,
    altitude,
    motor: {
      power,
      voltage,
      current,
      // What magnetises it at full load is part of the current that does no work.
      noLoad: current * Math.sqrt(1 - powerFactor ** 2) * d.uniform(0.7, 0.97),
      speed,
      synchronous,
      powerFactor,
      efficiency: motorEfficiency,
    },
    setSpeed: drive === "vfd" || drive === "engine" ? (d.chance(0.6) ? 1 : d.uniform(0.65, 1)) : 1,
  };
  // Nobody sets a drive so low that next to nothing comes.
  const comes = settle(made, NO_EFFECT).flow > 0.4 * dutyFlow;
  return comes ? made : { ...made, setSpeed: 1 };
}
