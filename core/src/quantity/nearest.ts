/**
 * The known word closest to a mistyped one, for "did you mean" messages.
 *
 * Optimal string alignment distance: insertions, deletions, substitutions and swaps of neighbours
 * count one each. Ties go to the earlier word.
 * @returns undefined when nothing is within a third of the word's length (at least 2 edits)
 */
export function nearestWord(word: string, known: readonly string[]): string | undefined {
  const limit = Math.max(2, Math.ceil(word.length / 3));
  let best: string | undefined;
  let bestDistance = limit + 1;
  for (const candidate of known) {
    if (Math.abs(candidate.length - word.length) >= bestDistance) continue;
    const d = alignmentDistance(word.toLowerCase(), candidate.toLowerCase());
    if (d < bestDistance) {
      best = candidate;
      bestDistance = d;
    }
  }
  return best;
}

function alignmentDistance(a: string, b: string): number {
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, j) => j)];
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const cost = a[i - 1] === b[j - 1] ? 0 : 1;
      let d = Math.min(
        (rows[i - 1]?.[j] ?? 0) + 1,
        (row[j - 1] ?? 0) + 1,
        (rows[i - 1]?.[j - 1] ?? 0) + cost,
      );
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) {
        d = Math.min(d, (rows[i - 2]?.[j - 2] ?? 0) + 1);
      }
      row.push(d);
    }
    rows.push(row);
  }
  return rows[a.length]?.[b.length] ?? 0;
}
