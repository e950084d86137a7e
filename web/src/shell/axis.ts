/** Round numbers along an axis, in the units of whoever reads. */
import { fromUnit, type Unit, type UnitSystem } from "@yard-tack/core/quantity";

export interface Axis {
  /** Where it ends [SI]. */
  readonly end: number;
  readonly ticks: readonly { readonly si: number; readonly text: string }[];
}

const UNITS = {
  metric: { flow: ["m3/h", "m³/h"], length: ["m", "m"] },
  us: { flow: ["gpm", "gpm"], length: ["ft", "ft"] },
} as const;

const STEPS = [1, 2, 2.5, 5, 10] as const;
/** Ticks beyond the first that are aimed at. */
const MOST = 5;

/** From 0 to beyond a value, with at most six round numbers; the last one carries the unit. @param most - [SI] */
export function axis(most: number, dimension: "flow" | "length", units: UnitSystem): Axis {
  const [unit, symbol] = UNITS[units][dimension];
  const one = fromUnit(1, unit as Unit);
  const needed = (1.08 * Math.max(most, 1e-9)) / one / MOST;
  const power = 10 ** Math.floor(Math.log10(needed));
  const step = power * (STEPS.find((s) => s * power >= needed) ?? 10);
  const count = Math.ceil((1.02 * most) / one / step);
  const ticks = Array.from({ length: count + 1 }, (_, i) => ({
    si: i * step * one,
    text: `${String(Number((i * step).toPrecision(6)))}${i === count ? ` ${symbol}` : ""}`,
  }));
  return { end: count * step * one, ticks };
}
