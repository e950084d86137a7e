/** What the readings say together, where none of them says it alone. */
import type { Posterior } from "./posterior.ts";

/** Readings together are named when they speak by so much more than the strongest single item [bits]. */
const MORE = 0.5;
/** As many are named. */
const NAMED = 2;
/** A reading belongs to them when it fits the cause by so much better than a sound pump [standard deviations]. */
const FITS_BETTER = 0.7;

/**
 * The readings that speak for a cause together, in words: "discharge gauge, flow meter and speed together". Undefined when one item alone says as much, or fewer
 * than two of them fit it better than a sound pump.
 * @param strongest - bits of the strongest single item for it
 */
export function readingsTogether(
  posterior: Posterior,
  index: number,
  strongest: number,
): string | undefined {
  if (posterior.bitsOfReadings(index) < Math.max(0, strongest) + MORE) return undefined;
  const cause = posterior.causes[index];
  const sound = posterior.causes.find((c) => c.row.id === "healthy");
  if (!cause || !sound || cause === sound) return undefined;
  const better = posterior.items
    .flatMap(({ reading }) => (reading ? [reading] : []))
    .map((reading) => ({
      reading,
      by: Math.abs(sound.gaps.get(reading.id) ?? 0) - Math.abs(cause.gaps.get(reading.id) ?? 0),
    }))
    .filter(({ by }) => by > FITS_BETTER)
    .toSorted((a, b) => b.by - a.by)
    .slice(0, NAMED)
    .map(({ reading }) => reading.label);
  if (better.length < 2) return undefined;
  return `${better.slice(0, -1).join(", ")} and ${better.at(-1) ?? ""} together`;
}
