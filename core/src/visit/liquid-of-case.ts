/** The air and the liquid a case names. */
import type { CaseFile } from "../case/index.ts";
import {
  liquidAt,
  type LiquidState,
  type NamedLiquid,
  STANDARD_ATMOSPHERE,
  standardAtmosphere,
} from "../liquid/index.ts";
import { absolutePa, type AbsolutePa } from "../quantity/index.ts";
import type { CaseNote } from "./case-note.ts";
import { leadingOf } from "./snapshot-of-case.ts";

const SEA_LEVEL = absolutePa(STANDARD_ATMOSPHERE);

/** Pressure of the air: a barometer at the site, else the altitude's standard, else sea level. */
export function atmosphereOf(file: CaseFile, notes: CaseNote[]): AbsolutePa {
  const { barometer, altitude } = file.site ?? {};
  if (barometer) {
    if (barometer.si > 40_000 && barometer.si < 120_000) return absolutePa(barometer.si);
    notes.push({ code: "barometer-impossible" });
  }
  const standard = standardAtmosphere(altitude?.si ?? 0);
  if (!altitude && !barometer) notes.push({ code: "no-altitude" });
  if (standard.ok) return standard.value;
  notes.push({ code: "altitude-out-of-range" });
  return SEA_LEVEL;
}

/** Temperature taken for a liquid nobody measured [K]. */
export const COLD_K = 288.15;

export interface CaseLiquid {
  readonly named: NamedLiquid;
  /** Stated temperature [K], when there is one and the liquid is known at it. */
  readonly temperature: number | undefined;
  readonly state: LiquidState;
}

/** The liquid at its temperature; cold water with a note where the case's own cannot be. */
export function liquidOf(file: CaseFile, notes: CaseNote[]): CaseLiquid {
  const site = file.site;
  // Read on the day it counts before what the register says.
  const leading = leadingOf(file.snapshots);
  const [measured] = [leading, ...file.snapshots].flatMap((s) => s?.liquidTemperature ?? []);
  const temperature = measured?.si ?? site?.temperature?.si;
  const named: NamedLiquid = {
    name: site?.liquid ?? "water",
    concentration: site?.concentration,
    table: (site?.table ?? []).flatMap((r) =>
      r.temperature
        ? [
            {
              temperature: r.temperature.si,
              density: r.density?.si,
              vapourPressure: r.vapourPressure ? absolutePa(r.vapourPressure.si) : undefined,
              viscosity: r.viscosity?.si,
            },
          ]
        : [],
    ),
  };
  if (!site?.liquid && temperature === undefined) {
    notes.push({ code: "no-liquid" });
  }
  const state = liquidAt(named, temperature ?? COLD_K);
  if (state.ok) return { named, temperature, state: state.value };
  notes.push({ code: "liquid", fault: state.error });
  const water: NamedLiquid = { name: "water" };
  const cold = liquidAt(water, COLD_K);
  if (!cold.ok) throw new Error("cold water has properties");
  return { named: water, temperature: undefined, state: cold.value };
}
