/** Flow from the pitot pressure of open streams: how a fire-water pump is metered at its header. */

/** Coefficients of what the water leaves by. Source: NFPA 291, table of nozzle and butt coefficients. */
export const NOZZLES = [
  { id: "smooth", name: "Smooth nozzle", coefficient: 0.97 },
  { id: "butt-rounded", name: "Open butt, rounded inside", coefficient: 0.9 },
  { id: "butt-square", name: "Open butt, square edge", coefficient: 0.8 },
  { id: "butt-projecting", name: "Open butt, standing into the barrel", coefficient: 0.7 },
] as const;
export type NozzleId = (typeof NOZZLES)[number]["id"];

/**
 * Q = Σ c A √(2 p / ρ), one term a stream.
 * @param pressures - pitot pressure of each stream [Pa], none below 0
 * @param bore - of each nozzle [m]
 * @param density - [kg/m³]
 * @returns [m³/s]
 */
export function pitotFlow(
  pressures: readonly number[],
  bore: number,
  coefficient: number,
  density: number,
): number {
  const area = (Math.PI / 4) * bore ** 2;
  return pressures.reduce((sum, p) => sum + coefficient * area * Math.sqrt((2 * p) / density), 0);
}
