/** NPSH margin over level and temperature: when does it go negative? SI throughout. */
import type { LiquidState } from "../liquid/index.ts";
import { npshFromLayout, type SuctionLayout, type SuctionState } from "./npsh.ts";

export interface SweepInputs {
  readonly layout: SuctionLayout;
  readonly state: SuctionState;
  /** [m³/s] */
  readonly flow: number;
  /** NPSH wanted at that flow [m]. */
  readonly wanted: number;
  readonly liquidAt: (temperature: number) => LiquidState | undefined;
  /** Levels above the datum [m], and temperatures [K]. */
  readonly levels: readonly number[];
  readonly temperatures: readonly number[];
}

export interface SweepCell {
  readonly level: number;
  readonly temperature: number;
  /** Available less wanted [m]; undefined where the liquid's properties are not known. */
  readonly spare: number | undefined;
}

export interface Sweep {
  /** One row a temperature, one cell a level. */
  readonly rows: readonly (readonly SweepCell[])[];
  /** For each temperature the lowest level that keeps what is wanted [m]. */
  readonly lowestLevel: readonly (number | undefined)[];
}

/**
 * The whole table. The line's loss follows the liquid's density only, not its viscosity.
 */
export function npshSweep(inputs: SweepInputs): Sweep {
  const { layout, state, flow, wanted, levels, temperatures } = inputs;
  const rows: SweepCell[][] = [];
  const lowestLevel: (number | undefined)[] = [];
  for (const temperature of temperatures) {
    const liquid = inputs.liquidAt(temperature);
    const here: SuctionState | undefined = liquid && {
      ...state,
      density: liquid.density,
      vapourPressure: liquid.vapourPressure,
    };
    rows.push(
      levels.map((level) => ({
        level,
        temperature,
        spare: here && npshFromLayout({ ...layout, sourceLevel: level }, here, flow) - wanted,
      })),
    );
    lowestLevel.push(here && layout.sourceLevel - (npshFromLayout(layout, here, flow) - wanted));
  }
  return { rows, lowestLevel };
}

/** Even steps from low to high, both included. @param count - at least 2 */
export const steps = (low: number, high: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => low + ((high - low) * i) / (count - 1));
