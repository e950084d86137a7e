import { absolutePa, type AbsolutePa, fail, GRAVITY, ok, type Result } from "../quantity/index.ts";

/** Standard atmosphere at sea level [Pa]. Source: ISO 2533:1975. */
export const STANDARD_ATMOSPHERE = 101_325;

/**
 * Pressure of the standard atmosphere.
 * Formula: p = 101325 (1 − 0.0065 h / 288.15)^5.25588, h taken as geopotential altitude.
 * Source: ISO 2533:1975. Valid for: −500 to 5 000 m. Weather moves it by about ±3 %; a barometer
 * at the site (station pressure) is better.
 * @param altitude - above mean sea level [m]
 * Fails with `out-of-range` outside.
 */
export function standardAtmosphere(altitude: number): Result<AbsolutePa, "out-of-range"> {
  if (!(altitude >= -500 && altitude <= 5000)) return fail("out-of-range");
  const lapse = 0.0065;
  const exponent = GRAVITY / (lapse * 287.05287);
  return ok(absolutePa(STANDARD_ATMOSPHERE * (1 - (lapse * altitude) / 288.15) ** exponent));
}
