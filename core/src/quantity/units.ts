/**
 * The units a technician may write, one row each.
 *
 * Factors are exact by definition (international yard and pound agreement 1959, the 9th SI brochure)
 * and written as the arithmetic that defines them, so that each can be checked by eye.
 */

export type Dimension =
  | "pressure"
  | "flow"
  | "length"
  | "temperature"
  | "power"
  | "speed"
  | "velocity"
  | "resistance"
  | "capacitance"
  | "current"
  | "voltage"
  | "frequency"
  | "leakage"
  | "time"
  | "volume"
  | "area"
  | "density"
  | "viscosity"
  | "angle";

/** Symbol of the SI unit that values of each dimension are kept in. */
export const SI_UNIT: Readonly<Record<Dimension, string>> = {
  pressure: "Pa",
  flow: "m3/s",
  length: "m",
  temperature: "K",
  power: "W",
  speed: "rad/s",
  velocity: "m/s",
  resistance: "ohm",
  capacitance: "F",
  current: "A",
  voltage: "V",
  frequency: "Hz",
  leakage: "m3/s",
  time: "s",
  volume: "m3",
  area: "m2",
  density: "kg/m3",
  viscosity: "m2/s",
  angle: "rad",
};

interface UnitRow {
  readonly symbol: string;
  readonly dimension: Dimension;
  /** SI value = written value × factor + offset. */
  readonly factor: number;
  readonly offset?: number;
  /** Other ways the same unit is written. M and m are never exchanged. */
  readonly also?: readonly string[];
}

/** Standard acceleration of gravity [m/s²], CGPM 1901. */
export const GRAVITY = 9.80665;

const INCH = 0.0254;
const FOOT = 0.3048;
const POUND = 0.45359237;
const POUND_FORCE = POUND * GRAVITY;
const PSI = POUND_FORCE / INCH ** 2;
const MM_MERCURY = 133.322387415;
const US_GALLON = 231 * INCH ** 3;
const UK_GALLON = 4.54609e-3;
const DROP = 1e-6 / 20;

export const UNITS = [
  { symbol: "Pa", dimension: "pressure", factor: 1 },
  { symbol: "kPa", dimension: "pressure", factor: 1e3, also: ["kpa", "KPa"] },
  { symbol: "MPa", dimension: "pressure", factor: 1e6 },
  { symbol: "hPa", dimension: "pressure", factor: 100 },
  { symbol: "bar", dimension: "pressure", factor: 1e5, also: ["Bar", "BAR"] },
  { symbol: "mbar", dimension: "pressure", factor: 100 },
  { symbol: "psi", dimension: "pressure", factor: PSI, also: ["PSI", "Psi", "psig"] },
  { symbol: "inHg", dimension: "pressure", factor: 25.4 * MM_MERCURY, also: ["inhg", '"Hg'] },
  { symbol: "mmHg", dimension: "pressure", factor: MM_MERCURY, also: ["mmhg"] },
  { symbol: "mH2O", dimension: "pressure", factor: 1000 * GRAVITY, also: ["mWC", "mwc"] },
  { symbol: "mmH2O", dimension: "pressure", factor: GRAVITY },
  { symbol: "ftH2O", dimension: "pressure", factor: 1000 * GRAVITY * FOOT },
  { symbol: "inH2O", dimension: "pressure", factor: 1000 * GRAVITY * INCH },
  { symbol: "kg/cm2", dimension: "pressure", factor: GRAVITY * 1e4, also: ["kgf/cm2"] },
  { symbol: "atm", dimension: "pressure", factor: 101325 },

  { symbol: "m3/s", dimension: "flow", factor: 1 },
  { symbol: "m3/h", dimension: "flow", factor: 1 / 3600, also: ["m3/hr", "cmh"] },
  { symbol: "m3/min", dimension: "flow", factor: 1 / 60 },
  { symbol: "L/s", dimension: "flow", factor: 1e-3, also: ["l/s", "lps"] },
  { symbol: "L/min", dimension: "flow", factor: 1e-3 / 60, also: ["l/min", "lpm", "LPM"] },
  { symbol: "L/h", dimension: "flow", factor: 1e-3 / 3600, also: ["l/h"] },
  { symbol: "mL/min", dimension: "flow", factor: 1e-6 / 60, also: ["ml/min"] },
  { symbol: "gpm", dimension: "flow", factor: US_GALLON / 60, also: ["GPM", "usgpm", "USgpm"] },
  { symbol: "gph", dimension: "flow", factor: US_GALLON / 3600 },
  { symbol: "igpm", dimension: "flow", factor: UK_GALLON / 60 },

  { symbol: "m", dimension: "length", factor: 1 },
  { symbol: "cm", dimension: "length", factor: 1e-2 },
  { symbol: "mm", dimension: "length", factor: 1e-3 },
  { symbol: "um", dimension: "length", factor: 1e-6 },
  { symbol: "km", dimension: "length", factor: 1e3 },
  { symbol: "in", dimension: "length", factor: INCH, also: ["inch", '"'] },
  { symbol: "ft", dimension: "length", factor: FOOT, also: ["'"] },

  { symbol: "K", dimension: "temperature", factor: 1 },
  { symbol: "degC", dimension: "temperature", factor: 1, offset: 273.15, also: ["C", "degc"] },
  {
    symbol: "degF",
    dimension: "temperature",
    factor: 5 / 9,
    offset: 273.15 - (32 * 5) / 9,
    also: ["F", "degf"],
  },

  { symbol: "W", dimension: "power", factor: 1 },
  { symbol: "kW", dimension: "power", factor: 1e3, also: ["kw", "KW"] },
  { symbol: "MW", dimension: "power", factor: 1e6 },
  { symbol: "hp", dimension: "power", factor: 550 * FOOT * POUND_FORCE, also: ["HP", "Hp"] },

  { symbol: "rad/s", dimension: "speed", factor: 1 },
  { symbol: "rpm", dimension: "speed", factor: Math.PI / 30, also: ["RPM", "r/min", "1/min"] },

  { symbol: "m/s", dimension: "velocity", factor: 1 },
  { symbol: "mm/s", dimension: "velocity", factor: 1e-3 },
  { symbol: "in/s", dimension: "velocity", factor: INCH, also: ["ips"] },
  { symbol: "ft/s", dimension: "velocity", factor: FOOT },

  { symbol: "ohm", dimension: "resistance", factor: 1, also: ["Ω", "Ohm"] },
  { symbol: "mohm", dimension: "resistance", factor: 1e-3, also: ["mΩ"] },
  { symbol: "kohm", dimension: "resistance", factor: 1e3, also: ["kΩ"] },
  { symbol: "Mohm", dimension: "resistance", factor: 1e6, also: ["MΩ"] },
  { symbol: "Gohm", dimension: "resistance", factor: 1e9, also: ["GΩ"] },

  { symbol: "F", dimension: "capacitance", factor: 1 },
  { symbol: "mF", dimension: "capacitance", factor: 1e-3 },
  { symbol: "uF", dimension: "capacitance", factor: 1e-6, also: ["µF", "μF"] },
  { symbol: "nF", dimension: "capacitance", factor: 1e-9 },

  { symbol: "A", dimension: "current", factor: 1 },
  { symbol: "mA", dimension: "current", factor: 1e-3 },
  { symbol: "kA", dimension: "current", factor: 1e3 },
  { symbol: "V", dimension: "voltage", factor: 1 },
  { symbol: "mV", dimension: "voltage", factor: 1e-3 },
  { symbol: "kV", dimension: "voltage", factor: 1e3 },
  { symbol: "Hz", dimension: "frequency", factor: 1, also: ["hz"] },

  { symbol: "drops/min", dimension: "leakage", factor: DROP / 60, also: ["drop/min"] },
  { symbol: "drops/s", dimension: "leakage", factor: DROP },

  { symbol: "s", dimension: "time", factor: 1, also: ["sec"] },
  { symbol: "min", dimension: "time", factor: 60 },
  { symbol: "h", dimension: "time", factor: 3600, also: ["hr"] },
  { symbol: "d", dimension: "time", factor: 86400 },

  { symbol: "m3", dimension: "volume", factor: 1 },
  { symbol: "L", dimension: "volume", factor: 1e-3, also: ["l"] },
  { symbol: "mL", dimension: "volume", factor: 1e-6, also: ["ml"] },
  { symbol: "gal", dimension: "volume", factor: US_GALLON },
  { symbol: "m2", dimension: "area", factor: 1 },
  { symbol: "cm2", dimension: "area", factor: 1e-4 },
  { symbol: "mm2", dimension: "area", factor: 1e-6 },
  { symbol: "ft2", dimension: "area", factor: FOOT ** 2 },
  { symbol: "in2", dimension: "area", factor: INCH ** 2 },
  { symbol: "kg/m3", dimension: "density", factor: 1 },
  { symbol: "kg/L", dimension: "density", factor: 1e3, also: ["g/cm3"] },
  { symbol: "lb/ft3", dimension: "density", factor: POUND / FOOT ** 3, also: ["pcf"] },
  { symbol: "m2/s", dimension: "viscosity", factor: 1 },
  { symbol: "mm2/s", dimension: "viscosity", factor: 1e-6 },
  { symbol: "cSt", dimension: "viscosity", factor: 1e-6 },
  { symbol: "deg", dimension: "angle", factor: Math.PI / 180 },
] as const satisfies readonly UnitRow[];

export type Unit = (typeof UNITS)[number]["symbol"];

/** Every dimension that a unit is of. */
export const DIMENSIONS: readonly Dimension[] = [
  ...new Set(UNITS.map((u): Dimension => u.dimension)),
];

const rowsByText = new Map<string, UnitRow[]>();
const rowBySymbol = new Map<string, UnitRow>();
for (const row of UNITS as readonly UnitRow[]) {
  // Farad and degree Fahrenheit are both written F: the wanted dimension tells them apart.
  for (const text of [row.symbol, ...(row.also ?? [])]) {
    rowsByText.set(text, [...(rowsByText.get(text) ?? []), row]);
  }
  if (!rowBySymbol.has(row.symbol)) rowBySymbol.set(row.symbol, row);
}

/** The rows a written unit may mean; more than one only for letters shared by two dimensions. */
export function unitsWritten(text: string): readonly UnitRow[] {
  return rowsByText.get(text) ?? [];
}

/** Every way a unit of `dimension` can be written, for suggestions. */
export function unitTexts(dimension?: Dimension): readonly string[] {
  return [...rowsByText]
    .filter(([, rows]) => dimension === undefined || rows.some((r) => r.dimension === dimension))
    .map(([text]) => text);
}

/** Units offered for a dimension, by symbol. */
export function unitSymbols(dimension: Dimension): readonly Unit[] {
  return UNITS.filter((u) => u.dimension === dimension).map((u) => u.symbol);
}

/**
 * Converts an SI value to a unit.
 * @param si - value in the SI unit of the unit's dimension (see {@link SI_UNIT})
 * @returns the number as written in `unit`; offsets of temperature scales included
 */
export function toUnit(si: number, unit: Unit): number {
  const row = rowBySymbol.get(unit);
  if (!row) throw new Error(`no such unit: ${unit}`);
  return (si - (row.offset ?? 0)) / row.factor;
}

/** Converts a number written in `unit` to SI; inverse of {@link toUnit}. */
export function fromUnit(value: number, unit: Unit): number {
  const row = rowBySymbol.get(unit);
  if (!row) throw new Error(`no such unit: ${unit}`);
  return value * row.factor + (row.offset ?? 0);
}
