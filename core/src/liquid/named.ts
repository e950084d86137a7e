/** A liquid by the name a case or a screen gives it. */
import { fail, type Result } from "../quantity/index.ts";
import type { LiquidFault } from "./fault.ts";
import { glycolState } from "./glycol.ts";
import { type LiquidState, type LiquidTableRow, tableState, waterState } from "./liquid.ts";
import { OCEAN_SALINITY, seaWaterState } from "./sea-water.ts";

export const LIQUIDS = [
  "water",
  "sea-water",
  "ethylene-glycol",
  "propylene-glycol",
  "table",
] as const;
export type LiquidName = (typeof LIQUIDS)[number];

export interface NamedLiquid {
  readonly name: LiquidName;
  /** Mass fraction of glycol or salt; sea water without one is ocean water. */
  readonly concentration?: number;
  /** For `table`. */
  readonly table?: readonly LiquidTableRow[];
}

/**
 * A named liquid's state at a temperature [K].
 * Fails with what is missing, or that it is out of range.
 */
export function liquidAt(
  liquid: NamedLiquid,
  temperature: number,
): Result<LiquidState, LiquidFault> {
  const { name, concentration } = liquid;
  switch (name) {
    case "water":
      return waterState(temperature);
    case "sea-water":
      return seaWaterState(temperature, concentration ?? OCEAN_SALINITY);
    case "table":
      return tableState(liquid.table ?? [], temperature);
    case "ethylene-glycol":
    case "propylene-glycol":
      return concentration === undefined
        ? fail({ code: "no-concentration" })
        : glycolState(name, temperature, concentration);
  }
}
