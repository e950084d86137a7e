/** Spare NPSH over level and temperature, and why a rule of thumb misleads, as they are shown. */
import { formatSi, type UnitSystem } from "../quantity/index.ts";
import type { LiftBudget, Sweep } from "../suction/index.ts";

export interface SweepView {
  readonly levels: readonly string[];
  readonly rows: readonly {
    readonly temperature: string;
    /** Null where the liquid is not known. */
    readonly cells: readonly ({ readonly text: string; readonly short: boolean } | null)[];
  }[];
}

export function sweepView(sweep: Sweep, units: UnitSystem): SweepView {
  const metres = (m: number) => formatSi(m, "length", units);
  return {
    levels: (sweep.rows[0] ?? []).map((c) => metres(c.level)),
    rows: sweep.rows.map((cells) => ({
      temperature: formatSi(cells[0]?.temperature ?? 0, "temperature", units),
      cells: cells.map((c) =>
        c.spare === undefined
          ? null
          : { text: `${c.spare > 0 ? "+" : ""}${metres(c.spare)}`, short: c.spare < 0 },
      ),
    })),
  };
}

export const BECAUSE: Readonly<Record<LiftBudget["because"][number], string>> = {
  altitude: "the place lies high",
  warm: "the liquid is warm",
  friction: "the suction line takes much",
  npshr: "this pump asks for much",
};
