/** What an ohmmeter, a megohmmeter and a clamp say of a motor that stands still. SI throughout. */

/** Temperature coefficient of copper at 20 °C [1/K]. */
const ALPHA_20 = 0.00393;

export interface WindingResult {
  /** Each resistance brought to 20 °C, the cable taken off first [ohm]. */
  readonly at20C: readonly number[];
  /** (max − min)/mean × 100. */
  readonly spreadPercent: number;
  readonly band: "good" | "between" | "bad";
}

/**
 * Three phase-to-phase resistances compared.
 * Formula: R20 = (R − R_cable)/(1 + 0.00393 (T − 20)). Spread ≤ 3 % good, > 5 % bad.
 * @param resistances - three, as read [ohm]
 * @param temperature - of the windings [K]
 * @param cable - resistance of the leads in each reading [ohm]
 * @returns undefined when fewer than two are above the cable's own resistance
 */
export function windings(
  resistances: readonly number[],
  temperature: number,
  cable = 0,
): WindingResult | undefined {
  const factor = 1 + ALPHA_20 * (temperature - 293.15);
  const at20C = resistances.map((r) => (r - cable) / factor);
  const mean = at20C.reduce((a, b) => a + b, 0) / at20C.length;
  if (at20C.length < 2 || !(mean > 0)) return undefined;
  const spreadPercent = (100 * (Math.max(...at20C) - Math.min(...at20C))) / mean;
  const band = spreadPercent <= 3 ? "good" : spreadPercent > 5 ? "bad" : "between";
  return { at20C, spreadPercent, band };
}

export interface InsulationResult {
  /** Corrected to 40 °C: halves for each 10 K warmer [ohm]. */
  readonly at40C: number;
  /** The same by the thermoset rule of IEEE 43-2013 [ohm]. */
  readonly at40CThermoset: number;
  /** Least value [ohm]: 5 MΩ below 1 kV, 100 MΩ form-wound above. */
  readonly minimum: number;
  readonly outcome: "good" | "low";
  readonly outcomeThermoset: "good" | "low";
}

/**
 * Insulation to earth, corrected to 40 °C.
 * Source: IEEE 43-2013 clause 6.3 (thermoplastic: K = 0.5^((40 − T)/10); thermoset:
 * K = exp(−4230 (1/(T + 273) − 1/313)) between 40 and 85 °C, exp(−1245 (…)) below 40 °C).
 * @param resistance - as read [ohm]
 * @param temperature - of the windings [K]
 */
export function insulation(
  resistance: number,
  temperature: number,
  formWoundAbove1kV = false,
): InsulationResult {
  const celsius = temperature - 273.15;
  const at40C = resistance * 0.5 ** ((40 - celsius) / 10);
  const slope = celsius < 40 ? 1245 : 4230;
  const at40CThermoset = resistance * Math.exp(-slope * (1 / (celsius + 273) - 1 / 313));
  const minimum = formWoundAbove1kV ? 100e6 : 5e6;
  const judge = (r: number) => (r >= minimum ? "good" : "low");
  return {
    at40C,
    at40CThermoset,
    minimum,
    outcome: judge(at40C),
    outcomeThermoset: judge(at40CThermoset),
  };
}

export interface CapacitorResult {
  /** [F] */
  readonly capacitance: number;
  readonly deviationPercent: number | undefined;
  readonly outcome: "in-tolerance" | "weak" | "high" | undefined;
}

/**
 * A running capacitor from its current and voltage: C = I/(2π f V); in tolerance within ±10 % of its
 * plate.
 * @param plate - [F], when it can be read
 * @returns undefined when voltage or frequency is not above 0
 */
export function capacitor(
  current: number,
  voltage: number,
  frequency: number,
  plate?: number,
): CapacitorResult | undefined {
  if (!(voltage > 0 && frequency > 0)) return undefined;
  const capacitance = current / (2 * Math.PI * frequency * voltage);
  if (!plate) return { capacitance, deviationPercent: undefined, outcome: undefined };
  const deviationPercent = 100 * (capacitance / plate - 1);
  const outcome = deviationPercent < -10 ? "weak" : deviationPercent > 10 ? "high" : "in-tolerance";
  return { capacitance, deviationPercent, outcome };
}
