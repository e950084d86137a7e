import { absolutePa, type AbsolutePa, fail, ok, type Result } from "../quantity/index.ts";
import type { LiquidFault } from "./fault.ts";
import { waterAt } from "./water.ts";

/** What the hydraulics need to know of a liquid at its temperature. */
export interface LiquidState {
  /** [kg/m³] */
  readonly density: number;
  readonly vapourPressure: AbsolutePa;
  /** [m²/s] */
  readonly kinematicViscosity: number;
}

/** One row of a table of a liquid's properties. */
export interface LiquidTableRow {
  /** [K] */
  readonly temperature: number;
  /** [kg/m³] */
  readonly density?: number;
  readonly vapourPressure?: AbsolutePa;
  /** [m²/s] */
  readonly viscosity?: number;
}

/**
 * Water at a temperature.
 * @param temperature - [K], 273.15 to 453.15
 * Fails with `out-of-range`.
 */
export function waterState(temperature: number): Result<LiquidState, LiquidFault> {
  const w = waterAt(temperature);
  if (!w.ok) {
    return fail({ code: "out-of-range", liquid: "water" });
  }
  const { density, saturationPressure, kinematicViscosity } = w.value;
  return ok({ density, vapourPressure: saturationPressure, kinematicViscosity });
}

/**
 * A liquid from its own table, straight lines between rows (vapour pressure and viscosity in their
 * logarithms, which are nearly straight in temperature).
 * @param rows - at least one; the temperature must lie inside the table unless it has one row
 * Fails when the table does not reach the temperature or lacks a density.
 */
export function tableState(
  rows: readonly LiquidTableRow[],
  temperature: number,
): Result<LiquidState, LiquidFault> {
  const sorted = [...rows].sort((a, b) => a.temperature - b.temperature);
  const first = sorted[0];
  const last = sorted[sorted.length - 1];
  if (!first || !last) return fail({ code: "empty-table" });
  if (sorted.length > 1 && (temperature < first.temperature || temperature > last.temperature)) {
    return fail({ code: "out-of-range", liquid: "table" });
  }
  const read = (pick: (r: LiquidTableRow) => number | undefined, log: boolean) => {
    const known = sorted.filter((r) => (pick(r) ?? 0) > 0);
    const above = known.find((r) => r.temperature >= temperature) ?? known[known.length - 1];
    const below = known.findLast((r) => r.temperature <= temperature) ?? known[0];
    if (!above || !below) return undefined;
    const a = pick(below) ?? 0;
    const b = pick(above) ?? 0;
    if (above === below) return a;
    const t = (temperature - below.temperature) / (above.temperature - below.temperature);
    return log ? Math.exp(Math.log(a) + t * Math.log(b / a)) : a + t * (b - a);
  };
  const density = read((r) => r.density, false);
  if (density === undefined) return fail({ code: "no-density" });
  return ok({
    density,
    // A liquid whose table gives no vapour pressure is one that hardly evaporates (oils).
    vapourPressure: absolutePa(read((r) => r.vapourPressure, true) ?? 0),
    kinematicViscosity: read((r) => r.viscosity, true) ?? 1e-6,
  });
}
