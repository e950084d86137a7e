/**
 * Made-up gear, lobe and screw pumps with a fault each, by laws other than the engine's: slip through clearances in
 * laminar flow, power of squeezing and of shearing, a suction pipe that creeps, a wheelcase that fills in part.
 */
import type { CauseId } from "../../src/case/index.ts";
import { type Draws, drawsOf } from "./random.ts";

export interface GearVisit {
  readonly file: Record<string, unknown>;
  readonly cause: CauseId;
  readonly size: number;
}

const G = 9.80665;
const AIR = 101_325;
/** Speeds and viscosities of the maker's table, as shares of the rated ones. */
const TABLE = { speeds: [0.6, 1], viscosities: [0.5, 2], pressures: [0, 0.4, 0.8, 1.2] } as const;

interface Gears {
  /** Displacement [m³/rev] and rated speed [rev/s]. */
  readonly volume: number;
  readonly speed: number;
  /** Of the liquid [m²/s], [kg/m³]. */
  readonly viscosity: number;
  readonly density: number;
  /** Rated differential pressure [Pa]. */
  readonly pressure: number;
  /** Share of the displaced flow that slips at rated pressure, speed and viscosity. */
  readonly slip: number;
  /** Power of shearing, as a share of that of pumping at the rating. */
  readonly drag: number;
  /** NPSH required at rated speed and viscosity [m]. */
  readonly npshr: number;
  readonly level: number;
  /** Clean loss of the suction pipe at rated flow and viscosity [m]. */
  readonly loss: number;
  /** Share of the discharge pressure that is there without flow. */
  readonly standing: number;
}

/** What a fault does. */
interface Effects {
  readonly thicker: number;
  readonly worn: number;
  readonly passing: number;
  readonly choke: number;
  readonly slow: number;
  readonly fallen: number;
}

const NONE: Effects = { thicker: 1, worn: 0, passing: 0, choke: 0, slow: 0, fallen: 0 };

/** Faults with the sizes they are drawn at. */
const FAULTS: readonly (readonly [
  CauseId,
  number,
  (d: Draws, g: Gears) => number,
  (s: number) => Partial<Effects>,
])[] = [
  ["healthy", 2, () => 0, () => ({})],
  ["worn-rings", 2, (d) => d.uniform(0.12, 0.6), (s) => ({ worn: s })],
  ["check-valve-passing", 1.5, (d) => d.uniform(0.12, 0.6), (s) => ({ passing: s })],
  ["suction-restriction", 2, (d) => d.uniform(1.5, 9), (s) => ({ choke: s })],
  ["viscous-liquid", 1.5, (d) => d.uniform(3, 8), (s) => ({ thicker: s })],
  ["low-speed", 1, (d) => d.uniform(0.12, 0.5), (s) => ({ slow: s })],
  ["npsh-shortfall", 1, (d, g) => marginOf(g) + d.uniform(0.3, 1.5), (s) => ({ fallen: s })],
];

function gearsOf(d: Draws): Gears {
  return {
    volume: d.spread(2e-5, 2e-3),
    speed: d.uniform(4, 16),
    viscosity: d.spread(2e-5, 4e-4),
    density: d.uniform(870, 940),
    pressure: d.uniform(3e5, 1.2e6),
    slip: d.uniform(0.04, 0.14),
    drag: d.uniform(0.15, 0.5),
    npshr: d.uniform(1.5, 3.5),
    level: d.uniform(-4, 2.5),
    loss: d.uniform(0.3, 1.5),
    standing: d.uniform(0.2, 0.8),
  };
}

/** What the wheels give at a pressure, with nothing wrong but what is said. */
function ratedFlow(g: Gears, speed: number, pressure: number, viscosity: number, worn = 0): number {
  const swept = g.volume * speed;
  const slip = g.slip * g.volume * g.speed * (pressure / g.pressure);
  // Worn clearances pass more; thick liquid less.
  return (
    swept - slip * (g.viscosity / viscosity) - worn * g.volume * g.speed * (pressure / g.pressure)
  );
}

const powerOf = (g: Gears, speed: number, pressure: number, viscosity: number): number => {
  const squeezing = g.volume * speed * pressure;
  const shearing =
    g.drag *
    g.volume *
    g.speed *
    g.pressure *
    (speed / g.speed) ** 1.7 *
    (viscosity / g.viscosity) ** 0.45;
  return (squeezing + shearing) / 0.95;
};

const npshrOf = (g: Gears, speed: number, viscosity: number): number =>
  g.npshr * (speed / g.speed) ** 1.4 * (viscosity / g.viscosity) ** 0.2;

/** NPSH there is over what is needed with nothing wrong [m]. */
const marginOf = (g: Gears): number =>
  AIR / (g.density * G) + g.level - g.loss - npshrOf(g, g.speed, g.viscosity);

/** Where a pump with a fault settles. */
function settle(g: Gears, e: Effects) {
  const speed = g.speed * (1 - e.slow);
  const viscosity = g.viscosity * e.thicker;
  const rated = ratedFlow(g, g.speed, g.pressure, g.viscosity);
  const need = npshrOf(g, speed, viscosity);
  let flow = rated;
  let pressure = g.pressure;
  let loss = 0;
  let margin = 0;
  for (let i = 0; i < 60; i++) {
    const share = flow / rated;
    loss = g.loss * e.thicker * share + e.choke * share ** 2;
    margin = AIR / (g.density * G) + g.level - e.fallen - loss - need;
    const given =
      ratedFlow(g, speed, pressure, viscosity, e.worn) -
      e.passing * rated * Math.sqrt(pressure / g.pressure);
    // Short of what it needs the gaps fill in part: what comes is what the pipe brings.
    const filled = margin >= 0 ? 1 : Math.max(0.25, 1 + margin / need);
    flow = 0.5 * flow + 0.5 * Math.max(0.02 * rated, given * filled);
    pressure = g.pressure * (g.standing + (1 - g.standing) * (flow / rated) * e.thicker ** 0.3);
  }
  return {
    speed,
    viscosity,
    flow,
    pressure,
    loss,
    short: margin < 0,
    power: powerOf(g, speed, pressure, viscosity),
  };
}

const shown = (value: number, unit: string, figures = 3): string =>
  `${Number(value.toPrecision(figures))} ${unit}`;

/** The visit of a seed. */
export function gearVisitOf(seed: number): GearVisit {
  const d = drawsOf(seed);
  const g = gearsOf(d);
  const fault = d.weighted(FAULTS.map((f) => [f, f[1]] as const));
  const [cause, , draw, effects] = fault;
  const size = draw(d, g);
  const at = settle(g, { ...NONE, ...effects(size) });
  const rpm = (v: number) => shown(60 * v, "rpm", 4);
  const flow = (v: number) => shown(3600 * v, "m3/h", 4);
  const rated = ratedFlow(g, g.speed, g.pressure, g.viscosity);
  const plate = powerOf(g, g.speed, 1.2 * g.pressure, 2 * g.viscosity) * 1.25;
  const full = plate / (Math.sqrt(3) * 400 * 0.85 * 0.9);
  const idle = 0.42 * full;
  // Power and magnetising current stand at right angles, or nearly so.
  const amps = Math.hypot(idle, (Math.sqrt(full ** 2 - idle ** 2) * at.power) / plate);
  const suction = g.density * G * (g.level - (cause === "npsh-shortfall" ? size : 0) - at.loss);
  const read = (v: number, share: number, unit: string, least = 0) =>
    shown(v + d.normal(share * Math.abs(v) + least), unit);
  const present: string[] = [];
  if (at.flow < 0.85 * rated) present.push("complaint.low-flow");
  if (at.short) present.push(d.chance(0.7) ? "noise.gravel" : "complaint.noisy");
  if (present.length === 0) present.push("noise.none");
  return {
    cause,
    size,
    file: {
      format: "yard-tack/case",
      version: 1,
      pump: {
        tag: `G-${seed}`,
        family: "positive-displacement",
        installation: g.level < 0 ? "lift" : "flooded",
        ports: { suction: "50 mm", discharge: "50 mm" },
        positiveDisplacement: {
          points: TABLE.speeds.flatMap((s) =>
            TABLE.viscosities.flatMap((v) =>
              TABLE.pressures.map((p) => ({
                speed: rpm(s * g.speed),
                viscosity: shown(1e6 * v * g.viscosity, "mm2/s"),
                pressure: shown((p * g.pressure) / 1e5, "bar"),
                flow: flow(ratedFlow(g, s * g.speed, p * g.pressure, v * g.viscosity)),
                power: shown(powerOf(g, s * g.speed, p * g.pressure, v * g.viscosity) / 1000, "kW"),
              })),
            ),
          ),
          npshr: [0.6, 1, 1.3].flatMap((s) =>
            TABLE.viscosities.map((v) => ({
              speed: rpm(s * g.speed),
              viscosity: shown(1e6 * v * g.viscosity, "mm2/s"),
              head: shown(npshrOf(g, s * g.speed, v * g.viscosity), "m"),
            })),
          ),
        },
        motor: {
          phases: 3,
          power: shown(plate / 1000, "kW"),
          voltage: "400 V",
          current: shown(full, "A"),
          noLoadCurrent: shown(idle, "A"),
          speed: "1440 rpm",
          frequency: "50 Hz",
          powerFactor: 0.85,
          efficiency: 0.9,
        },
        drive: { kind: "belt", ratio: Number((24 / g.speed).toPrecision(4)) },
        seal: { kind: "mechanical" },
      },
      site: {
        altitude: "0 m",
        liquid: "table",
        temperature: "20 degC",
        table: [
          {
            temperature: "0 degC",
            viscosity: shown(3e6 * g.viscosity, "mm2/s"),
            density: shown(g.density + 12, "kg/m3"),
          },
          {
            temperature: "20 degC",
            viscosity: shown(1e6 * g.viscosity, "mm2/s"),
            density: shown(g.density, "kg/m3"),
          },
          {
            temperature: "40 degC",
            viscosity: shown(4e5 * g.viscosity, "mm2/s"),
            density: shown(g.density - 12, "kg/m3"),
          },
        ],
      },
      suction: {
        sourceLevel: shown(g.level, "m"),
        loss: { flow: flow(rated), head: shown(g.loss, "m") },
      },
      duty: { flow: flow(rated), head: shown(g.pressure / (g.density * G), "m") },
      snapshots: [
        {
          label: "as found",
          valve: "as-found",
          flow: read(3600 * at.flow, 0.02, "m3/h"),
          speed: shown(60 * at.speed, "rpm", 4),
          suctionPressure: shown((suction + d.normal(1500)) / 1e5, "bar", 2),
          dischargePressure: read(at.pressure / 1e5, 0.01, "bar", 0.02),
          amps: [0, 1, 2].map(() => read(amps, 0.006, "A")),
          ...(cause === "npsh-shortfall" ? { level: shown(g.level - size, "m", 2) } : {}),
        },
      ],
      observations: { present, absent: [] },
    },
  };
}
