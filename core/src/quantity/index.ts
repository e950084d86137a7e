export { fail, ok } from "./result.ts";
export type { Result } from "./result.ts";
export { absolutePa, gaugePa, toAbsolute, toGauge } from "./pressure.ts";
export type { AbsolutePa, GaugePa } from "./pressure.ts";
export { DIMENSIONS, fromUnit, GRAVITY, SI_UNIT, toUnit, UNITS, unitSymbols } from "./units.ts";
export type { Dimension, Unit } from "./units.ts";
export { nearestWord } from "./nearest.ts";
export { parseQuantity } from "./parse.ts";
export type { Quantity, QuantityError, QuantityFault } from "./parse.ts";
export { plainly } from "./plainly.ts";
export { parseReading, REPEAT, SWING } from "./reading.ts";
export type { WrittenReading } from "./reading.ts";
export {
  addInSquares,
  assumedGauge,
  band,
  chanceBelow,
  normalDensity,
  K95,
  readingUncertainty,
  repeats,
} from "./uncertain.ts";
export type { Band, InstrumentClass, Repeats, Uncertain } from "./uncertain.ts";
export {
  formatAbsolute,
  formatFixed,
  formatNumber,
  formatRpm,
  formatSi,
  prettyUnit,
  shownUnit,
} from "./format.ts";
export type { UnitSystem } from "./format.ts";
export { spokenUnit } from "./spoken.ts";
export { normalAt, normalDraws } from "./draws.ts";
export { t95 } from "./student.ts";
