/** What a demo pump shows under a cause: the core's forward models, written as an eye reads a gauge. */
import { readFileSync } from "node:fs";
import {
  type CauseId,
  readCase,
  readPump,
  type WrittenPump,
  type ValvePosition,
  type WrittenSnapshot,
} from "@yard-tack/core/case";
import { simulate, type SimulatedReadings } from "@yard-tack/core/diagnosis";
import { parseQuantity, toUnit, type Unit } from "@yard-tack/core/quantity";
import type { GaugeStory, PumpStory } from "./story";

type Json = Record<string, unknown>;

/** A demo pump as its shipped case file says. */
export const demoFile = (tag: string): Json =>
  JSON.parse(
    readFileSync(new URL(`../../../../demo/pumps/${tag}.json`, import.meta.url), "utf8"),
  ) as Json;

/** A demo pump as its register has it: the shipped file without its visit. */
export function demoPump(tag: string): WrittenPump {
  const { id: _id, note: _n, snapshots: _s, observations: _o, tests: _t, ...rest } = demoFile(tag);
  const read = readPump(rest);
  if (!read.ok) throw new Error(`${tag}: ${JSON.stringify(read.error)}`);
  return read.value.written;
}

export type Simulated = { readonly visit: SimulatedReadings; readonly shut: SimulatedReadings };

/** Simulates a pump with its gauges as they hang. */
export function readings(
  file: Json,
  story: PumpStory,
): (visit: { readonly cause: CauseId; readonly severity: number }) => Simulated {
  const parsed = readCase(file);
  if (!parsed.ok) throw new Error(`${story.tag}: ${JSON.stringify(parsed.error)}`);
  const ports = parsed.value.pump.ports;
  const place = (g: GaugeStory | undefined, bore: number | undefined) => ({
    gaugeHeight: metres(g?.gaugeHeight),
    tappingHeight: metres(g?.tappingHeight),
    line: g?.line,
    bore,
  });
  const gauges = {
    suction: place(story.suction, ports?.suction?.si),
    discharge: place(story.discharge, ports?.discharge?.si),
  };
  return ({ cause, severity }) => {
    const run = (valve: "as-found" | "shut") => {
      const r = simulate(parsed.value, cause, severity, gauges, valve);
      if (!r.ok) throw new Error(`${story.tag}: ${r.error}`);
      return r.value;
    };
    return { visit: run("as-found"), shut: run("shut") };
  };
}

function metres(text: string | undefined): number | undefined {
  const parsed = text === undefined ? undefined : parseQuantity(text, "length");
  return parsed?.ok ? parsed.value.si : undefined;
}

/** A gauge reading written to a fifth of its division, as a careful eye does. */
export function written(si: number, g: GaugeStory): string {
  const division = parseQuantity(g.division, "pressure");
  const step = division.ok ? toUnit(division.value.si, g.unit as Unit) / 5 : 0.01;
  const value = Math.round(toUnit(si, g.unit as Unit) / step) * step;
  return `${value.toFixed(step >= 1 ? 0 : step >= 0.1 ? 1 : 2)} ${g.unit}`;
}

/** Two decimals for small currents, one for others. */
const fine = (v: number): string => v.toFixed(v < 5 ? 2 : 1);

const metered = (flow: number, unit: Unit): string => {
  const value = toUnit(flow, unit);
  return `${value.toFixed(value < 10 ? 2 : value < 100 ? 1 : 0)} ${unit}`;
};

/** Three currents as a clamp shows them: each phase has its own small habit. */
const PHASE_HABIT = [0.997, 1.006, 0.997] as const;

/** A snapshot of the case format. */
export function snapshot(
  story: PumpStory,
  r: SimulatedReadings,
  label: string,
  valve: ValvePosition,
  phases: number,
): WrittenSnapshot {
  const { amps } = r;
  const gauge = (
    side: "suction" | "discharge",
    g: GaugeStory | undefined,
    si: number,
  ): WrittenSnapshot =>
    g
      ? {
          [`${side}Pressure`]: written(si, g),
          [`${side}GaugeHeight`]: g.gaugeHeight,
          ...(g.tappingHeight ? { [`${side}TappingHeight`]: g.tappingHeight } : {}),
          [`${side}Line`]: g.line,
        }
      : {};
  const cls = (g: GaugeStory) => ({
    range: [g.low, g.high] as const,
    percent: g.percent,
    division: g.division,
  });
  return {
    label,
    valve,
    ...gauge("suction", story.suction, r.suctionPressure),
    ...gauge("discharge", story.discharge, r.dischargePressure),
    gaugeClass: {
      ...(story.suction ? { suction: cls(story.suction) } : {}),
      discharge: cls(story.discharge),
    },
    ...(story.metered && valve !== "shut" ? { flow: metered(r.flow, story.metered) } : {}),
    ...(amps === undefined
      ? {}
      : {
          amps: PHASE_HABIT.slice(0, phases).map(
            (h, i) => `${fine(amps * h * (phases === 3 ? (r.phaseShares[i] ?? 1) : 1))} A`,
          ),
        }),
    speed: `${Math.round(r.speed)} rpm`,
  };
}
