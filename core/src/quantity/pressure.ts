/**
 * Gauge and absolute pressure as distinct types, so that the two can never be added or compared by
 * accident. Both are pascals.
 */
declare const pressureKind: unique symbol;

/** Pressure above (or, negative, below) the local atmosphere [Pa]. */
export type GaugePa = number & { readonly [pressureKind]: "gauge" };

/** Pressure above perfect vacuum [Pa]. */
export type AbsolutePa = number & { readonly [pressureKind]: "absolute" };

/** Marks a number of pascals as gauge pressure. */
export const gaugePa = (pascals: number): GaugePa => pascals as GaugePa;

/** Marks a number of pascals as absolute pressure. */
export const absolutePa = (pascals: number): AbsolutePa => pascals as AbsolutePa;

/** Gauge to absolute. @param atmosphere - local (station) pressure, not corrected to sea level. */
export const toAbsolute = (gauge: GaugePa, atmosphere: AbsolutePa): AbsolutePa =>
  absolutePa(gauge + atmosphere);

/** Absolute to gauge; inverse of {@link toAbsolute}. */
export const toGauge = (absolute: AbsolutePa, atmosphere: AbsolutePa): GaugePa =>
  gaugePa(absolute - atmosphere);
