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
  const at = (level: number | undefined) => level !== undefined && volumeAt(table, level);
  const [one, other] = [at(oneLevel), at(otherLevel)];
  const asked =
    typeof one === "number" && typeof other === "number" && oneLevel !== otherLevel
      ? (one - other) / ((oneLevel ?? 0) - (otherLevel ?? 0))
      : (last.volume - first.volume) / (last.level - first.level);
  return asked > 0 ? asked : undefined;
}

/** Volume up to a level, straight between the rows; undefined outside them. */
function volumeAt(table: readonly PitRow[], level: number): number | undefined {
  const above = table.findIndex((r) => r.level >= level);
  const [high, low] = [table[above], table[above - 1]];
  if (!high) return undefined;
  if (high.level === level) return high.volume;
  if (!low) return undefined;
  const share = (level - low.level) / (high.level - low.level);
  return low.volume + share * (high.volume - low.volume);
}
