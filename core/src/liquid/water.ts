/** Water on and near the saturation line, 0.01 to 180 °C. */
import { absolutePa, type AbsolutePa, fail, ok, type Result } from "../quantity/index.ts";

/** Density of the cold water that sheets and tests are for, 20 °C [kg/m³]. */
export const COLD_WATER_DENSITY = 998.2;

const CRITICAL_TEMPERATURE = 647.096;
const CRITICAL_PRESSURE = 22.064e6;
const CRITICAL_DENSITY = 322;

/** Lowest and highest temperature [K] the functions here answer for. */
export const WATER_RANGE_K = { low: 273.15, high: 453.15 } as const;

export interface WaterProperties {
  readonly saturationPressure: AbsolutePa;
  /** Density of the saturated liquid [kg/m³]. */
  readonly density: number;
  /** Dynamic viscosity [Pa s]. */
  readonly dynamicViscosity: number;
  /** Kinematic viscosity [m²/s]. */
  readonly kinematicViscosity: number;
}

/**
 * Saturation pressure, density and viscosity of water.
 *
 * Source: IAPWS SR1-86(1992), Wagner and Pruss, saturation pressure and saturated-liquid density;
 * IAPWS SR6-08(2011), viscosity at 0.1 MPa, up to 110 °C; IAPWS R12-08 without the critical
 * enhancement, at the saturated-liquid density, above.
 * Valid for: 273.15 to 453.15 K.
 * @param temperature - [K]
 * Fails with `out-of-range` outside.
 */
export function waterAt(temperature: number): Result<WaterProperties, "out-of-range"> {
  if (!(temperature >= WATER_RANGE_K.low && temperature <= WATER_RANGE_K.high)) {
    return fail("out-of-range");
  }
  const density = saturatedLiquidDensity(temperature);
  const dynamicViscosity =
    temperature <= 383.15
      ? viscosityAtAmbientPressure(temperature)
      : viscosityAtDensity(temperature, density);
  return ok({
    saturationPressure: absolutePa(saturationPressure(temperature)),
    density,
    dynamicViscosity,
    kinematicViscosity: dynamicViscosity / density,
  });
}

/** SR1-86 equation 1. */
function saturationPressure(temperature: number): number {
  const t = 1 - temperature / CRITICAL_TEMPERATURE;
  const sum =
    -7.85951783 * t +
    1.84408259 * t ** 1.5 -
    11.7866497 * t ** 3 +
    22.6807411 * t ** 3.5 -
    15.9618719 * t ** 4 +
    1.80122502 * t ** 7.5;
  return CRITICAL_PRESSURE * Math.exp((CRITICAL_TEMPERATURE / temperature) * sum);
}

/** SR1-86 equation 2. */
function saturatedLiquidDensity(temperature: number): number {
  const c = Math.cbrt(1 - temperature / CRITICAL_TEMPERATURE);
  return (
    CRITICAL_DENSITY *
    (1 +
      1.99274064 * c +
      1.09965342 * c ** 2 -
      0.510839303 * c ** 5 -
      1.75493479 * c ** 16 -
      45.5170352 * c ** 43 -
      6.7469445e5 * c ** 110)
  );
}

/** SR6-08 equation for viscosity at 0.1 MPa. */
function viscosityAtAmbientPressure(temperature: number): number {
  const t = temperature / 300;
  return (
    1e-6 * (280.68 * t ** -1.9 + 511.45 * t ** -7.7 + 61.131 * t ** -19.6 + 0.45903 * t ** -40)
  );
}

/** R12-08 table 2: coefficients H_ij as [i, j, value]. */
const RESIDUAL = [
  [0, 0, 5.20094e-1],
  [1, 0, 8.50895e-2],
  [2, 0, -1.08374],
  [3, 0, -2.89555e-1],
  [0, 1, 2.22531e-1],
  [1, 1, 9.99115e-1],
  [2, 1, 1.88797],
  [3, 1, 1.26613],
  [5, 1, 1.20573e-1],
  [0, 2, -2.81378e-1],
  [1, 2, -9.06851e-1],
  [2, 2, -7.72479e-1],
  [3, 2, -4.89837e-1],
  [4, 2, -2.5704e-1],
  [0, 3, 1.61913e-1],
  [1, 3, 2.57399e-1],
  [0, 4, -3.25372e-2],
  [3, 4, 6.98452e-2],
  [4, 5, 8.72102e-3],
  [3, 6, -4.35673e-3],
  [5, 6, -5.93264e-4],
] as const;

/** R12-08 equations 11 and 12, critical enhancement left out. */
function viscosityAtDensity(temperature: number, density: number): number {
  const t = temperature / CRITICAL_TEMPERATURE;
  const r = density / CRITICAL_DENSITY;
  const dilute =
    (100 * Math.sqrt(t)) / (1.67752 + 2.20462 / t + 0.6366564 / t ** 2 - 0.241605 / t ** 3);
  const sum = RESIDUAL.reduce((s, [i, j, h]) => s + h * (1 / t - 1) ** i * (r - 1) ** j, 0);
  return 1e-6 * dilute * Math.exp(r * sum);
}
