/** What wear costs, and when an overhaul pays. Money in any one currency; SI otherwise. */
import { fail, GRAVITY, ok, type Result } from "../quantity/index.ts";

export interface WearDuty {
  /** [kg/m³] */
  readonly density: number;
  /** [m³/s] */
  readonly flow: number;
  /** [m] */
  readonly head: number;
  /** Pump efficiency when new, and now; fractions above 0. */
  readonly efficiencyNew: number;
  readonly efficiencyNow: number;
  /** Fraction above 0. */
  readonly motorEfficiency: number;
}

/**
 * Extra electrical power worn parts take [W]: ρ g Q H (1/η_now − 1/η_new)/η_motor. Never negative:
 * a pump better than new is a reading to repeat.
 */
export const wearPower = (d: WearDuty): number =>
  Math.max(
    0,
    (d.density * GRAVITY * d.flow * d.head * (1 / d.efficiencyNow - 1 / d.efficiencyNew)) /
      d.motorEfficiency,
  );

/**
 * Cost of that power.
 * @param power - [W]
 * @param hours - run in the period
 * @param tariff - per kWh
 */
export const energyCost = (power: number, hours: number, tariff: number): number =>
  (power / 1000) * hours * tariff;

export interface OverhaulPlan {
  /** Months from new at which the mean cost a month is least. */
  readonly months: number;
  /** Mean cost a month there, overhaul and wear together. */
  readonly meanCost: number;
  /** Months still to go; 0 when it is due. */
  readonly remaining: number;
}

/**
 * When to overhaul: mean cost (O + C′t²/2)/t is least at t = √(2 O / C′).
 * Assumes that the cost of wear a month grows in a straight line from nothing when new.
 * @param overhaul - cost of one overhaul, above 0
 * @param costNow - extra energy cost of the present month
 * @param age - months since new or since the last overhaul, above 0
 * Fails with `no-growth` when the pump costs nothing extra yet, `bad-input` otherwise.
 */
export function overhaulPlan(
  overhaul: number,
  costNow: number,
  age: number,
): Result<OverhaulPlan, "no-growth" | "bad-input"> {
  if (!(overhaul > 0 && age > 0) || !(costNow >= 0)) return fail("bad-input");
  const growth = costNow / age;
  if (growth === 0) return fail("no-growth");
  const months = Math.sqrt((2 * overhaul) / growth);
  return ok({
    months,
    meanCost: overhaul / months + (growth * months) / 2,
    remaining: Math.max(0, months - age),
  });
}
