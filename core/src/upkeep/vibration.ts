/** Overall vibration against zones. Source: ISO 10816-7:2009, category II, pumps above 1 kW. */

export interface VibrationZone {
  readonly zone: "A" | "B" | "C" | "D";
  readonly say: string;
}

/** Upper ends of zones A, B and C [m/s r.m.s.], up to 200 kW and above. */
const LIMITS = { upTo200kW: [3.2e-3, 5.1e-3, 8.5e-3], above: [4.2e-3, 6.1e-3, 9.5e-3] } as const;

const SAYS = {
  A: "as a newly set up pump",
  B: "fit for running on",
  C: "not for long: find the reason at the next chance",
  D: "high enough to do damage: stop and find the reason",
} as const;

/**
 * Zone of an overall velocity.
 * @param velocity - r.m.s. [m/s]
 * @param power - of the pump [W]; up to 200 kW when it is not known
 */
export function vibrationZone(velocity: number, power = 0): VibrationZone {
  const limits = power > 200_000 ? LIMITS.above : LIMITS.upTo200kW;
  const zone = (["A", "B", "C"] as const).find((_, i) => velocity <= (limits[i] ?? 0)) ?? "D";
  return { zone, say: `Zone ${zone} of ISO 10816-7, category II: ${SAYS[zone]}.` };
}
