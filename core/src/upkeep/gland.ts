/** A packed gland: what its drops amount to, what is aimed at, and water fed to its box. SI but for counted drops. */

/** Packings, by what they are run in like. */
export const PACKINGS = ["graphite", "aramid", "PTFE"] as const;
export type Packing = (typeof PACKINGS)[number];

/** Volume of a drop [m³]: twenty make a millilitre. */
const DROP = 1e-6 / 20;
/** Drops a minute aimed at for each metre of shaft diameter: ten for 25 mm. */
const DROPS_PER_METRE = 10 / 0.025;
/** PTFE glazes when it runs dryer than this [drops/min]. */
const PTFE_LEAST = 5;
/** From the least that is aimed at to the most: drops are counted, and vary by themselves. */
const BAND = 1.6;
/** Water fed from outside stands at least this much above the box [Pa]. */
const SEAL_WATER_ABOVE = 70_000;
/** Two pressures that differ by less are equal [Pa]. */
const ROUNDING = 0.5;

/** @param count - drops; @param over - the time they were counted for, above 0 [s]; @returns drops a minute */
export const dropsPerMinute = (count: number, over: number): number | undefined =>
  count >= 0 && over > 0 ? (60 * count) / over : undefined;

/** Leakage [m³/s] of so many drops a minute. */
export const leakageOfDrops = (perMinute: number): number => (perMinute * DROP) / 60;

/**
 * Drops a minute that are aimed at: ten for 25 mm of shaft, on PTFE never below five.
 * @param shaft - diameter [m]
 */
export function dropTarget(shaft: number, packing?: Packing): { low: number; high: number } {
  // A count of fourteen is not under fourteen by the last bit of a number.
  const wanted = Math.round(1e6 * DROPS_PER_METRE * shaft) / 1e6;
  const low = Math.max(wanted, packing === "PTFE" ? PTFE_LEAST : 0);
  return { low, high: BAND * low };
}

/** How far water fed from outside stands above the box [Pa], and whether that is enough. */
export function sealWater(fed: number, box: number): { above: number; enough: boolean } {
  const above = fed - box;
  return { above, enough: above >= SEAL_WATER_ABOVE - ROUNDING };
}

/**
 * Pressure in the box, where nobody can read it: behind the wheel of one stage a part of what the pump makes stands over
 * its suction; behind a pump that is fed by another that one's pressure stands under it [Pa, gauge].
 * @param rise - across this pump [Pa]
 * @param share - of the rise that reaches the box: 0 where the wheel has balance holes or vanes on its back and the box
 *   lies at the suction, about half behind an open back
 */
export function boxPressure(suction: number, rise: number, share: { low: number; high: number }) {
  return { low: suction + share.low * rise, high: suction + share.high * rise };
}
