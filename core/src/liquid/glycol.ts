/** Ethylene and propylene glycol in water, as used in brine and heating circuits. */
import { absolutePa, fail, ok, type Result } from "../quantity/index.ts";
import type { LiquidFault } from "./fault.ts";
import type { LiquidState } from "./liquid.ts";
import { WATER_RANGE_K, waterAt } from "./water.ts";

export type Glycol = "ethylene-glycol" | "propylene-glycol";

/** Coefficients c[i][j] of Σ c_ij (x − x0)^i (t − t0)^j, x in % by mass, t in °C. */
type Polynomial = readonly (readonly number[])[];

interface GlycolData {
  readonly name: string;
  /** Centre of the fit: % by mass and °C. */
  readonly x0: number;
  readonly t0: number;
  /** [kg/mol] */
  readonly molarMass: number;
  /** Natural logarithm of the dynamic viscosity in mPa s. */
  readonly logViscosity: Polynomial;
  /** [kg/m³] */
  readonly density: Polynomial;
  /** Freezing point [°C] over concentration alone. */
  readonly freezing: readonly number[];
}

/**
 * Source: Melinder 2010, Properties of Secondary Working Fluids (International Institute of
 * Refrigeration); its terms of low order, which carry all but about 0.3 % of the density and 4 %
 * of the viscosity between freezing point and 80 °C.
 */
const DATA: Readonly<Record<Glycol, GlycolData>> = {
  "ethylene-glycol": {
    name: "Ethylene glycol",
    x0: 30.8462,
    t0: 31.728,
    molarMass: 0.062068,
    density: [
      [1034, -0.4781, -2.692e-3, 4.725e-6],
      [1.311, -6.876e-3, 4.805e-5, 1.69e-8],
      [7.49e-5, 7.855e-5],
      [-1.062e-4],
    ],
    logViscosity: [
      [0.4705, -2.55e-2, 1.782e-4, -7.669e-7],
      [2.471e-2, -1.171e-4, 1.052e-6],
      [3.328e-6, 1.086e-6],
      [1.659e-6],
    ],
    freezing: [-15.25, -0.808, -1.334e-2, -7.293e-5],
  },
  "propylene-glycol": {
    name: "Propylene glycol",
    x0: 30.7031,
    t0: 32.7083,
    molarMass: 0.076095,
    density: [
      [1018, -0.5406, -2.666e-3, 1.347e-5],
      [0.7604, -9.45e-3, 5.541e-5, -1.343e-7],
      [-2.498e-3],
    ],
    logViscosity: [
      [0.6837, -3.045e-2, 2.525e-4, -1.399e-6],
      [3.328e-2, -3.984e-4, 4.332e-6],
      [5.453e-5],
    ],
    freezing: [-13.25, -0.6631, -1.094e-2],
  },
};

const MOLAR_MASS_WATER = 0.018015;
const HIGHEST_CONCENTRATION = 0.6;
const HIGHEST_CELSIUS = 100;

/**
 * A glycol mix at a temperature.
 *
 * Density and viscosity by the polynomials above. Vapour pressure by Raoult's law: water's own times
 * its mole fraction, the glycol's share being too small to count. Compared with Sun and Teja 2003
 * (ethylene glycol, 17 to 60 °C): density within 0.5 %, viscosity within 8 %.
 * @param temperature - [K], from the mix's freezing point to 373.15
 * @param concentration - mass fraction of glycol, 0 to 0.6
 * Fails with `too-concentrated` or `out-of-range`.
 */
export function glycolState(
  kind: Glycol,
  temperature: number,
  concentration: number,
): Result<LiquidState, LiquidFault> {
  const data = DATA[kind];
  const celsius = temperature - 273.15;
  if (!(concentration >= 0 && concentration <= HIGHEST_CONCENTRATION)) {
    return fail({ code: "too-concentrated", liquid: kind });
  }
  const freezing = glycolFreezingPoint(kind, concentration) - 273.15;
  // Thin mixes freeze near 0 °C, where the fit of the freezing point is a little warm.
  if (!(celsius >= Math.min(freezing, 0) && celsius <= HIGHEST_CELSIUS)) {
    return fail({
      code: "out-of-range",
      liquid: kind,
      concentration,
      freezesAt: freezing + 273.15,
    });
  }
  const x = 100 * concentration - data.x0;
  const t = celsius - data.t0;
  const density = polynomial(data.density, x, t);
  const viscosity = 1e-3 * Math.exp(polynomial(data.logViscosity, x, t));
  const water = (1 - concentration) / MOLAR_MASS_WATER;
  const waterShare = water / (water + concentration / data.molarMass);
  return ok({
    density,
    vapourPressure: absolutePa(waterShare * waterVapourPressure(temperature)),
    kinematicViscosity: viscosity / density,
  });
}

/** Temperature at which the first ice forms [K]. @param concentration - mass fraction, 0 to 0.6 */
export function glycolFreezingPoint(kind: Glycol, concentration: number): number {
  const { freezing, x0 } = DATA[kind];
  const x = 100 * concentration - x0;
  return 273.15 + freezing.reduce((sum, c, i) => sum + c * x ** i, 0);
}

const polynomial = (rows: Polynomial, x: number, t: number): number =>
  rows.reduce((sum, row, i) => sum + x ** i * row.reduce((s, c, j) => s + c * t ** j, 0), 0);

/**
 * Vapour pressure over liquid water [Pa], below its freezing point too (as the water in a mix is).
 * Source: IAPWS SR1-86 from 0 °C up; Murphy and Koop 2005, equation 10, for supercooled water.
 */
function waterVapourPressure(temperature: number): number {
  if (temperature >= WATER_RANGE_K.low) {
    const water = waterAt(temperature);
    if (water.ok) return water.value.saturationPressure;
  }
  const t = temperature;
  return Math.exp(
    54.842763 -
      6763.22 / t -
      4.21 * Math.log(t) +
      0.000367 * t +
      Math.tanh(0.0415 * (t - 218.8)) *
        (53.878 - 1331.22 / t - 9.44523 * Math.log(t) + 0.014025 * t),
  );
}
