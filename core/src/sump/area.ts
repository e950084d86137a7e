/** The free surface of a pit whose content is known by a table. SI. */

export interface PitRow {
  /** Over the pit's floor [m]. */
  readonly level: number;
  /** Held up to there [m³]. */
  readonly volume: number;
}

/**
 * The surface a pit has between two levels, on the mean [m²]: its volume between them over their distance, straight
 * between the rows. Over the whole table where the levels are not given or lie outside it.
 * @returns undefined with fewer than two levels, or where the volume does not grow with them
 */
export function meanArea(
  rows: readonly PitRow[],
  oneLevel: number | undefined,
  otherLevel: number | undefined,
): number | undefined {
  const table = rows.toSorted((a, b) => a.level - b.level);
  const [first, last] = [table[0], table.at(-1)];
  if (!first || !last || last.level <= first.level) return undefined;
  const [one, other] = [pointAt(table, oneLevel), pointAt(table, otherLevel)];
  const [from, to] = one && other && one.level !== other.level ? [one, other] : [first, last];
  const area = (to.volume - from.volume) / (to.level - from.level);
  return area > 0 ? area : undefined;
}

/** A level with the volume up to it, straight between the rows; undefined outside them. */
function pointAt(table: readonly PitRow[], level: number | undefined): PitRow | undefined {
  if (level === undefined) return undefined;
  const above = table.findIndex((r) => r.level >= level);
  const [high, low] = [table[above], table[above - 1]];
  if (!high || high.level === level) return high;
  if (!low) return undefined;
  const share = (level - low.level) / (high.level - low.level);
  return { level, volume: low.volume + share * (high.volume - low.volume) };
}
