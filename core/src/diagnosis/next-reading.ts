/** Which reading that was not taken would tell most between the causes still standing. */
import { factsOf, type Situation, type Snapshot, stripsOf } from "../visit/index.ts";
import type { OperatingState } from "./model/operating-state.ts";
import type { Posterior } from "./posterior.ts";

export interface MissingReading {
  /** Slot on the run sheet. */
  readonly slot: "suctionPressure" | "dischargePressure" | "flow" | "amps" | "speed";
  readonly name: string;
  /** About how much it would tell [bits]. */
  readonly bits: number;
  /** What it takes to read it. */
  readonly minutes: number;
}

const MINUTES: Readonly<Record<MissingReading["slot"], number>> = {
  suctionPressure: 1,
  dischargePressure: 1,
  amps: 2,
  speed: 2,
  // A meter strapped on, or a level and a stopwatch.
  flow: 6,
};

/**
 * Estimates the worth of each missing reading: with predictions of variance V over the causes and
 * a reading of variance u², a Gaussian channel tells ½ log2(1 + V/u²).
 * @param situation - a reading that this pump has no strip for is none: no current of an engine, no speed under water
 * @param snapshot - the one that stands for the visit
 * @param hasCurve - without a curve no head, flow or power is predicted, so none can be missed
 * @returns most bits per minute first; only readings worth more than a twentieth of a bit
 */
export function missingReadings(
  situation: Situation,
  snapshot: Snapshot | undefined,
  posterior: Posterior,
  hasCurve = true,
): MissingReading[] {
  const key = snapshot?.key ?? "";
  const worth = (value: (state: OperatingState) => number, uncertainty: number): number => {
    let mean = 0;
    let square = 0;
    let total = 0;
    for (const c of posterior.causes) {
      const state = c.states.get(key);
      const v = state && value(state);
      if (v === undefined || !Number.isFinite(v)) continue;
      total += c.probability;
      mean += c.probability * v;
      square += c.probability * v * v;
    }
    if (total === 0) return 0;
    const variance = Math.max(0, square / total - (mean / total) ** 2);
    return 0.5 * Math.log2(1 + variance / uncertainty ** 2);
  };
  const typical = posterior.causes[0]?.states.get(key);
  const flowU = 0.03 * Math.max(typical?.flow ?? 0, 1e-4);
  const powerU = 0.06 * Math.max(typical?.power || 1, 1);
  const slow = posterior.causes.find((c) => c.row.id === "low-speed")?.probability ?? 0;
  const dead = posterior.causes.find((c) => c.row.id === "phase-loss")?.probability ?? 0;
  const binary = (p: number) =>
    p > 0 && p < 1 ? -p * Math.log2(p) - (1 - p) * Math.log2(1 - p) : 0;
  const slots = new Set(stripsOf([], factsOf(situation), "metric").map((s) => s.slot));
  const hasStrip = (slot: MissingReading["slot"]) => slots.has(slot === "amps" ? "amps.0" : slot);
  const candidates: (Omit<MissingReading, "minutes"> & { readonly taken: boolean })[] = [
    {
      slot: "suctionPressure",
      name: "suction gauge",
      bits: worth((s) => s.suctionLoss, 0.3),
      taken: snapshot?.suction !== undefined,
    },
    {
      slot: "dischargePressure",
      name: "discharge gauge",
      bits: hasCurve ? worth((s) => s.head, 1.5) : 0,
      taken: snapshot?.discharge !== undefined,
    },
    {
      slot: "flow",
      name: "flow",
      bits: hasCurve ? worth((s) => s.flow, flowU) : 0,
      taken: snapshot?.flow !== undefined,
    },
    {
      slot: "amps",
      name: slots.has("amps.1") ? "three currents" : "current",
      bits: (hasCurve ? worth((s) => s.power, powerU) : 0) + binary(dead),
      taken: (snapshot?.amps.filter((a) => a !== undefined).length ?? 0) > 0,
    },
    {
      slot: "speed",
      name: "speed",
      bits: binary(slow),
      taken: snapshot?.speed !== undefined,
    },
  ];
  return candidates
    .filter((c) => !c.taken && c.bits > 0.05 && hasStrip(c.slot))
    .map(({ slot, name, bits }) => ({ slot, name, bits, minutes: MINUTES[slot] }))
    .sort((a, b) => b.bits / b.minutes - a.bits / a.minutes);
}
