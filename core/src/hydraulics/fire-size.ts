/** Which listed size of fire-water pump a demand asks for. The authority in charge decides. */

/** Listed rated capacities, US gallons a minute. Source: NFPA 20 table of rated capacities. */
const LISTED_GPM = [
  25, 50, 100, 150, 200, 250, 300, 400, 450, 500, 750, 1000, 1250, 1500, 2000, 2500, 3000, 3500,
  4000, 4500, 5000,
] as const;

const GPM = 6.30901964e-5;

export interface FireSize {
  /** Least rated capacity with 150 % of it at least the demand [m³/s]. */
  readonly smallest: number;
  /** Least capacity whose 90 to 140 % holds the demand [m³/s]. */
  readonly preferred: number | undefined;
  /** Demand over a capacity. */
  readonly share: (capacity: number) => number;
}

/**
 * Sizes for a demand.
 * @param demand - [m³/s], above 0
 * @returns undefined when no listed size reaches it
 */
export function fireSize(demand: number): FireSize | undefined {
  const sizes = LISTED_GPM.map((g) => g * GPM);
  const smallest = sizes.find((s) => 1.5 * s >= demand);
  if (!(demand > 0) || smallest === undefined) return undefined;
  const preferred = sizes.find((s) => demand >= 0.9 * s && demand <= 1.4 * s);
  return { smallest, preferred, share: (capacity) => demand / capacity };
}

/** Where a demand sits on a rated capacity. */
export function demandPlace(demand: number, capacity: number): "usual" | "at-limit" | "outside" {
  const share = demand / capacity;
  return share >= 0.9 && share <= 1.4 ? "usual" : share <= 1.5 ? "at-limit" : "outside";
}
