/** A visit to a made-up plant: what was read with which instruments, what was told, and what was true. */
import type { CauseId } from "../../src/case/index.ts";
import { type Fault, FAULTS } from "./faults.ts";
import {
  density,
  type Effects,
  NO_EFFECT,
  type Plant,
  plantOf,
  ratedHead,
  ratedNpshr,
  ratedPower,
  settle,
  type State,
} from "./plant.ts";
import { type Draws, drawsOf } from "./random.ts";

export interface Visit {
  readonly file: Record<string, unknown> & { readonly snapshots: readonly object[] };
  readonly cause: CauseId;
  readonly size: number | null;
  readonly state: State;
}

const G = 9.80665;
const SPANS = [1, 1.6, 2.5, 4, 6, 10, 16, 25, 40] as const;

/** A figure as a person writes it, to the step it was read to. */
const written = (value: number, step: number, unit: string): string => {
  const digits = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  const text = (Math.round(value / step) * step).toFixed(digits);
  return `${Number(text) === 0 ? "0" : text} ${unit}`;
};
/** To three figures. */
const figures = (value: number, unit: string): string => `${Number(value.toPrecision(3))} ${unit}`;

/** The visit of a seed, with whatever is wrong there. */
export const visitOf = (seed: number): Visit => visitWith(seed);

/**
 * The visit of a seed with a fault of one's own choice and size, everything else as it was drawn.
 * @returns undefined where the fault cannot be
 */
export function visitOfFault(seed: number, id: CauseId, size: number): Visit | undefined {
  const fault = FAULTS.find((f) => f.id === id);
  const possible = fault && (fault.where?.(plantOf(drawsOf(seed))) ?? true);
  return possible ? visitWith(seed, { fault, size }) : undefined;
}

/** What was done about a fault before the pump was read again. */
interface Done {
  readonly test: string;
  readonly outcome: string;
  /** Share of the fault that it left. */
  readonly left: number;
}

/**
 * The visit of a seed with a fault of one's own choice, and the same pump read again after something was done about it.
 * @returns undefined where the fault cannot be
 */
export function visitOfRemedy(
  seed: number,
  id: CauseId,
  size: number,
  { test, outcome, left }: Done,
): Visit | undefined {
  const visit = visitOfFault(seed, id, size);
  const rest = visitOfFault(seed, id, left * size);
  const [after] = rest?.file.snapshots ?? [];
  if (!visit || !after) return undefined;
  const snapshots = [...visit.file.snapshots, { ...after, label: "read again" }];
  const tests = [{ test, outcome, before: "as found", after: "read again" }];
  return { ...visit, file: { ...visit.file, snapshots, tests } };
}

function visitWith(seed: number, chosen?: { readonly fault: Fault; readonly size: number }): Visit {
  const d = drawsOf(seed);
  const plant = plantOf(d);
  const can = FAULTS.filter((f) => f.where?.(plant) ?? true);
  const drawn = d.weighted(can.map((f) => [f, f.weight] as const));
  const fault = chosen?.fault ?? drawn;
  const size = chosen?.size ?? fault.size?.(d, plant) ?? null;
  const effects: Effects = { ...NO_EFFECT, ...fault.effects(size ?? 1, d, plant) };
  const state = settle(plant, effects);
  const found = readings(d, plant, effects, state, "as-found");
  const shut = d.chance(0.12) && plant.installation !== "submerged" && effects.runs;
  const snapshots = shut
    ? [found, readings(d, plant, effects, settle(plant, effects, 0), "shut")]
    : [found];
  return {
    file: {
      format: "yard-tack/case",
      version: 1,
      id: `yard-${seed}`,
      pump: pumpOf(d, plant),
      site: {
        altitude: written(plant.altitude, 10, "m"),
        liquid: "water",
        temperature: written(
          plant.temperature + (effects.warmer > 10 || d.chance(0.5) ? effects.warmer : 0),
          1,
          "degC",
        ),
      },
      ...suctionOf(d, plant, effects),
      ...(plant.loop
        ? { system: { closedLoop: true } }
        : d.chance(0.6)
          ? { discharge: { staticHead: figures(plant.staticHead, "m") } }
          : {}),
      ...(d.chance(0.8)
        ? {
            duty: {
              flow: figures(plant.duty.flow * 3600, "m3/h"),
              head: figures(plant.duty.head, "m"),
            },
          }
        : {}),
      snapshots,
      observations: observationsOf(d, plant, fault, state),
    },
    cause: fault.id,
    size,
    state,
  };
}

function pumpOf(d: Draws, p: Plant) {
  const { rated: r } = p;
  const withNpsh = d.chance(0.75);
  const withPower = d.chance(0.85);
  const points = [0, 0.3, 0.55, 0.8, 1, 1.2].map((q) => {
    const flow = q * r.flow;
    return {
      flow: figures(flow * 3600, "m3/h"),
      head: figures(ratedHead(p, flow), "m"),
      ...(withPower ? { power: figures(ratedPower(p, flow) / 1000, "kW") } : {}),
      ...(withNpsh && q > 0 ? { npshr: figures(ratedNpshr(p, flow), "m") } : {}),
    };
  });
  const { motor: m } = p;
  return {
    family: p.family,
    ...(d.chance(0.8) || p.installation === "lift" ? { installation: p.installation } : {}),
    ports: {
      suction: figures(1000 * Math.sqrt(r.flow / 1.8 / 0.785), "mm"),
      discharge: figures(1000 * Math.sqrt(r.flow / 2.6 / 0.785), "mm"),
    },
    curve: { speed: written(r.speed, 1, "rpm"), grade: "3B", points },
    ...(p.drive === "engine"
      ? { drive: { kind: "engine" } }
      : {
          motor: {
            phases: p.phases,
            power: figures(m.power / 1000, "kW"),
            voltage: written(m.voltage, 1, "V"),
            current: figures(m.current, "A"),
            speed: written(m.speed, 1, "rpm"),
            frequency: "50 Hz",
            ...(d.chance(0.6)
              ? {
                  powerFactor: Number(m.powerFactor.toFixed(2)),
                  efficiency: Number(m.efficiency.toFixed(2)),
                }
              : {}),
          },
          ...(p.drive !== "direct" || d.chance(0.4) ? { drive: { kind: p.drive } } : {}),
        }),
  };
}

/** The register has the level of the day it was written; today's may have been read. */
function suctionOf(d: Draws, p: Plant, e: Effects) {
  if (p.loop || !d.chance(0.75)) return {};
  const register = d.chance(0.5) ? p.level - e.levelFall : p.level + d.normal(0.15);
  return {
    suction: {
      sourceLevel: figures(register, "m"),
      surfacePressure: "0 bar",
      ...(p.installation === "submerged"
        ? {}
        : {
            loss: {
              flow: figures(p.duty.flow * 3600, "m3/h"),
              head: figures(p.suctionLoss * d.uniform(0.8, 1.2), "m"),
            },
          }),
    },
  };
}

function readings(d: Draws, p: Plant, e: Effects, s: State, valve: "as-found" | "shut") {
  const rho = density(p.temperature);
  const perBar = (rho * G) / 1e5;
  const area = (perFlow: number) => p.rated.flow / perFlow;
  const velocity = (perFlow: number) => (s.flow / area(perFlow)) ** 2 / (2 * G);
  const out: Record<string, unknown> = { label: valve === "shut" ? "shut" : "as found", valve };
  if (!e.runs) out["running"] = false;
  const gaugeClass: Record<string, unknown> = {};
  const gauge = (
    bar: number,
    low: number,
    fault: number,
    key: "suction" | "discharge",
    height: number,
  ) => {
    const reach = Math.max(Math.abs(bar) * 1.3, 0.3);
    const span = SPANS.find((x) => x >= reach) ?? 60;
    const percent = d.pick([1, 1.6, 2.5]);
    const whole = span - low;
    const shown = Math.min(
      span,
      Math.max(low, bar + whole * fault + (d.uniform(-1, 1) * percent * whole) / 100),
    );
    out[`${key}Pressure`] = written(shown, whole > 8 ? 0.1 : whole > 3 ? 0.05 : 0.02, "bar");
    out[`${key}GaugeHeight`] = written(height, 0.05, "m");
    if (d.chance(0.7)) gaugeClass[key] = { range: [`${low} bar`, `${span} bar`], percent };
  };
  const z = d.uniform(0, 0.5);
  if (p.installation !== "submerged" && d.chance(0.65)) {
    out["suctionLine"] = "full";
    gauge((s.suctionHead - velocity(1.8) - z) * perBar, -1, e.suctionGauge, "suction", z);
  }
  if (d.chance(0.85)) {
    gauge(
      (s.suctionHead + s.head - velocity(2.6) - z) * perBar,
      0,
      e.dischargeGauge,
      "discharge",
      z,
    );
  }
  if (valve === "as-found" && d.chance(0.3))
    out["flow"] = figures(s.flow * 3600 * (1 + d.normal(0.015)), "m3/h");
  if (p.drive !== "engine" && d.chance(0.8)) Object.assign(out, currents(d, p, e, s));
  if (p.drive === "vfd" && d.chance(0.7))
    out["frequency"] = written(50 * p.setSpeed * e.speed, 0.5, "Hz");
  if (p.installation !== "submerged" && e.runs && d.chance(0.35))
    out["speed"] = written(s.speed * (1 + d.normal(0.001)), 1, "rpm");
  if (!p.loop && p.family !== "borehole" && d.chance(0.4))
    out["level"] = written(p.level - e.levelFall, 0.1, "m");
  if (Object.keys(gaugeClass).length > 0) out["gaugeClass"] = gaugeClass;
  return out;
}

function currents(d: Draws, p: Plant, e: Effects, s: State) {
  const { motor: m } = p;
  const load = (s.load * e.apparent) / (p.drive === "vfd" ? p.setSpeed * e.speed : 1);
  const full = m.current / e.volts;
  const mean = e.runs
    ? Math.hypot(
        m.noLoad * e.volts,
        Math.sqrt(Math.max(0, full ** 2 - (m.noLoad * e.volts) ** 2)) * load,
      )
    : 0;
  const lines = p.phases === 3 ? [0, 1, 2] : [0];
  const own = lines.map(() => 1 + d.normal(0.008));
  const clamp = 1 + d.uniform(-0.015, 0.015);
  const step = mean > 20 ? 0.1 : 0.01;
  return {
    amps: lines.map((i) =>
      written(
        Math.max(0, mean * (own[i] ?? 1) * (e.ampsBy[i] ?? 1) * clamp * (1 + d.normal(0.003))),
        step,
        "A",
      ),
    ),
    ...(d.chance(0.6)
      ? {
          volts: lines.map((i) =>
            written(
              m.voltage *
                e.volts *
                (e.voltsBy[i] ?? 1) *
                (1 + d.normal(0.003)) *
                (p.drive === "vfd" ? p.setSpeed * e.speed : 1),
              1,
              "V",
            ),
          ),
        }
      : {}),
  };
}

function observationsOf(d: Draws, p: Plant, fault: Fault, s: State) {
  const present = new Set<string>();
  const absent = new Set<string>();
  // People miss what this plant gave them before, at the speed that it was set to.
  const sound = settle(p, NO_EFFECT);
  const share = s.flow / sound.flow;
  const notice = (id: string, is: boolean, p1: number, p0 = 0) => {
    if (d.chance(is ? p1 : p0)) present.add(id);
    else if (!is && d.chance(0.12)) absent.add(id);
  };
  if (d.chance(0.75) && fault.id !== "float-stuck-off") {
    notice("complaint.no-flow", share < 0.05, 0.85);
    notice("complaint.low-flow", share >= 0.05 && share < 0.85, 0.7, 0.04);
    notice("complaint.low-pressure", s.head < 0.85 * sound.head, 0.25, 0.02);
    notice("complaint.noisy", s.lost > 0.01, 0.45, 0.04);
  }
  if (p.installation !== "submerged") {
    notice("noise.gravel", s.lost > 0.01, 0.55, 0.02);
    notice("gauges.suction-flutter", fault.id === "suction-air-leak", 0, 0.02);
  }
  if (s.load > 1.2) notice("complaint.trips", true, 0.4);
  for (const [id, chance] of fault.signs ?? []) {
    if (d.chance(chance)) {
      present.add(id);
      absent.delete(id);
    }
  }
  return { present: [...present], absent: [...absent].filter((id) => !present.has(id)) };
}
