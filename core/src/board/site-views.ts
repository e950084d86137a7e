/** What the suction budget and the phase triangle draw. SI. */
import type { Diagnosis } from "../diagnosis/index.ts";
import { GRAVITY, K95 } from "../quantity/index.ts";
import { lossAt } from "../suction/index.ts";
import { layoutOf } from "../visit/index.ts";

/** Heads in metres of the liquid; `loss` is what the drawing explains. */
export interface SuctionView {
  readonly atmosphere: number;
  /** The surface is under more than the air: a filled circuit, a pressure vessel. */
  readonly pressed: boolean;
  readonly level: number;
  readonly vapour: number;
  readonly loss: number;
  /** Beyond what the bands of gauge, level and pipe leave open; undefined where it lies within them. */
  readonly missing: number | undefined;
  /** What is not accounted for and lies within those bands. */
  readonly withinBands: number;
  readonly available: number;
  readonly required: number | undefined;
  readonly from: "gauge" | "layout";
}

export interface PhasesView {
  readonly amps: readonly (number | undefined)[];
  readonly plate: number | undefined;
  readonly imbalancePercent: number | undefined;
  readonly band: "ok" | "note" | "alarm" | "stop" | undefined;
  readonly withheld: boolean;
  /** Half width of one current's 95 % band, the part that differs between phases [A]. */
  readonly ampsBand95: number | undefined;
  /** Standard uncertainty of one current, as the Board takes it [A]. */
  readonly uAmps: number;
  readonly lostPhase: number | undefined;
  readonly loadFraction: number | undefined;
  readonly shaftPower:
    { readonly value: number; readonly low95: number; readonly high95: number } | undefined;
  readonly voltsPercent: number | undefined;
}

/** A surface whose pressure differs from the air's by more is not called the atmosphere [Pa]. */
const PRESSED = 2000;

/** The suction budget; undefined when nothing gives an NPSH available. */
export function suctionOf({ situation, parts }: Diagnosis): SuctionView | undefined {
  const available = parts?.npsh.available;
  if (!parts || !available) return undefined;
  const layout = layoutOf(situation, parts.snapshot);
  const perMetre = situation.liquid.density * GRAVITY;
  const lost = parts.npsh.unexplainedLoss;
  const clear = lost !== undefined && Math.abs(lost.value) > K95 * lost.u;
  return {
    atmosphere: (situation.atmosphere + (layout?.surfacePressure ?? 0)) / perMetre,
    pressed: Math.abs(layout?.surfacePressure ?? 0) > PRESSED,
    level: layout?.sourceLevel ?? 0,
    vapour: situation.liquid.vapourPressure / perMetre,
    loss: lossAt(layout?.loss, parts.duty.flow?.value ?? 0),
    missing: clear ? lost.value : undefined,
    withinBands: clear ? 0 : (lost?.value ?? 0),
    available: available.value,
    required: parts.npsh.required,
    from: parts.npsh.fromGauge ? "gauge" : "layout",
  };
}

/** The phases; undefined when no current was read. */
export function phasesOf({ situation, parts }: Diagnosis): PhasesView | undefined {
  if (!parts || !parts.snapshot.amps.some((a) => a !== undefined)) return undefined;
  const e = parts.electrical;
  const p = e.shaftPower;
  return {
    amps: parts.snapshot.amps.map((a) => a?.value),
    plate: situation.motor?.current,
    imbalancePercent: e.amps?.percent,
    band: e.amps?.band,
    withheld: e.imbalanceWithheld,
    ampsBand95:
      e.amps && e.uAmpsPercent !== undefined
        ? (K95 * e.uAmpsPercent * e.amps.mean) / 100 / Math.sqrt(2 / 3)
        : undefined,
    uAmps: Math.max(0, ...parts.snapshot.amps.map((a) => a?.apart ?? 0)),
    lostPhase: e.lostPhase,
    loadFraction: e.loadFraction?.value,
    shaftPower: p && { value: p.value, low95: p.value - K95 * p.u, high95: p.value + K95 * p.u },
    voltsPercent: e.volts?.percent,
  };
}
