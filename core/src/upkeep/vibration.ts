/** Overall vibration against zones. Source: ISO 10816-7:2009, category II, pumps above 1 kW. */

export type VibrationZone = "A" | "B" | "C" | "D";

/** Upper ends of zones A, B and C [m/s r.m.s.], up to 200 kW and above. */
const LIMITS = { upTo200kW: [3.2e-3, 5.1e-3, 8.5e-3], above: [4.2e-3, 6.1e-3, 9.5e-3] } as const;

/**
 * Upper ends of zones A, B and C [m/s r.m.s.].
 * @param power - of the pump [W]; up to 200 kW when it is not known
 */
export const zoneEnds = (power = 0): readonly [a: number, b: number, c: number] =>
  power > 200_000 ? LIMITS.above : LIMITS.upTo200kW;

/** A change by this share of the end of zone B is one to look into, in whatever zone. Source: ISO 20816-1:2016, 6.4. */
export const CHANGE_THAT_COUNTS = 0.25;

/**
 * Zone of an overall velocity.
 * @param velocity - r.m.s. [m/s]
 * @param power - of the pump [W]; up to 200 kW when it is not known
 */
export function vibrationZone(velocity: number, power = 0): VibrationZone {
  const limits = zoneEnds(power);
  return (["A", "B", "C"] as const).find((_, i) => velocity <= (limits[i] ?? 0)) ?? "D";
}
