/** Overall vibration against zones. Source: ISO 10816-7:2009, category II, pumps above 1 kW. */

export type VibrationZone = "A" | "B" | "C" | "D";

/** Upper ends of zones A, B and C [m/s r.m.s.], up to 200 kW and above. */
const LIMITS = { upTo200kW: [3.2e-3, 5.1e-3, 8.5e-3], above: [4.2e-3, 6.1e-3, 9.5e-3] } as const;

/**
 * Zone of an overall velocity.
 * @param velocity - r.m.s. [m/s]
 * @param power - of the pump [W]; up to 200 kW when it is not known
 */
export function vibrationZone(velocity: number, power = 0): VibrationZone {
  const limits = power > 200_000 ? LIMITS.above : LIMITS.upTo200kW;
  return (["A", "B", "C"] as const).find((_, i) => velocity <= (limits[i] ?? 0)) ?? "D";
}
