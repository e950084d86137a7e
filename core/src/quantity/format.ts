/** Numbers and units as they are shown. The only place that rounds. */
import { type Dimension, toUnit, type Unit } from "./units.ts";

export type UnitSystem = "metric" | "us";

/** The unit each system shows a dimension in when the person has not chosen another. */
const SHOWN: Readonly<Record<UnitSystem, Readonly<Record<Dimension, Unit>>>> = {
  metric: {
    pressure: "bar",
    flow: "m3/h",
    length: "m",
    temperature: "degC",
    power: "kW",
    speed: "rpm",
    velocity: "mm/s",
    resistance: "ohm",
    capacitance: "uF",
    current: "A",
    voltage: "V",
    frequency: "Hz",
    leakage: "drops/min",
    time: "min",
    volume: "L",
    area: "m2",
    density: "kg/m3",
    viscosity: "mm2/s",
    angle: "deg",
  },
  us: {
    pressure: "psi",
    flow: "gpm",
    length: "ft",
    temperature: "degF",
    power: "hp",
    speed: "rpm",
    velocity: "in/s",
    resistance: "ohm",
    capacitance: "uF",
    current: "A",
    voltage: "V",
    frequency: "Hz",
    leakage: "drops/min",
    time: "min",
    volume: "gal",
    area: "ft2",
    density: "lb/ft3",
    viscosity: "cSt",
    angle: "deg",
  },
};

/** The unit a system shows for a dimension. */
export const shownUnit = (dimension: Dimension, system: UnitSystem): Unit =>
  SHOWN[system][dimension];

const PRETTY: Readonly<Record<string, string>> = {
  "m3/h": "m³/h",
  "m3/s": "m³/s",
  "m3/min": "m³/min",
  m3: "m³",
  m2: "m²",
  degC: "°C",
  degF: "°F",
  ohm: "Ω",
  Mohm: "MΩ",
  kohm: "kΩ",
  mohm: "mΩ",
  uF: "µF",
  "kg/cm2": "kg/cm²",
  "kg/m3": "kg/m³",
  "lb/ft3": "lb/ft³",
  "mm2/s": "mm²/s",
  "m2/s": "m²/s",
  mH2O: "m H₂O",
  ftH2O: "ft H₂O",
};

/** A unit's symbol as a person expects to see it: "m3/h" as "m³/h". */
export const prettyUnit = (unit: string): string => PRETTY[unit] ?? unit;

/**
 * A number with about three significant digits and never more than two decimals, minus as U+2212.
 * @param digits - significant digits wanted; at least all the digits before the decimal mark
 */
export function formatNumber(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return "–";
  const size = Math.abs(value) < 1e-9 ? 0 : Math.floor(Math.log10(Math.abs(value)));
  const decimals = Math.min(Math.max(digits - 1 - size, 0), digits > 3 ? 3 : 2);
  const text = value.toFixed(decimals);
  return Number(text) === 0 ? text.replace("-", "") : text.replace("-", "\u2212");
}

/** An SI value in the unit a system shows, with its unit: "46.9 m". */
export function formatSi(si: number, dimension: Dimension, system: UnitSystem, digits = 3): string {
  const unit = shownUnit(dimension, system);
  return `${formatNumber(toUnit(si, unit), digits)} ${prettyUnit(unit)}`;
}

/** An SI value with so many decimals, for figures that are added up before the reader's eyes: "10.4 m". */
export function formatFixed(
  si: number,
  dimension: Dimension,
  system: UnitSystem,
  decimals: number,
): string {
  const unit = shownUnit(dimension, system);
  return `${toUnit(si, unit).toFixed(decimals).replace("-", "−")} ${prettyUnit(unit)}`;
}

/** An absolute pressure as weather and vapour are told: kPa, or psi. @param pa - [Pa] */
export function formatAbsolute(pa: number, system: UnitSystem, digits = 4): string {
  const unit = system === "us" ? "psi" : "kPa";
  return `${formatNumber(toUnit(pa, unit), digits)} ${unit} abs`;
}

/** A speed in whole turns a minute: "2 945 rpm" would be misread, so there is no space inside. */
export const formatRpm = (speed: number): string => `${Math.round(speed)} rpm`;
