import distance from "damerau-levenshtein";

/**
 * The known word closest to a mistyped one, for "did you mean" messages.
 *
 * Damerau–Levenshtein distance: insertions, deletions, substitutions and swaps of neighbours
 * count one each. Ties go to the earlier word.
 * @returns undefined when nothing is within a third of the word's length (at least 2 edits)
 */
export function nearestWord(word: string, known: readonly string[]): string | undefined {
  const limit = Math.max(2, Math.ceil(word.length / 3));
  let best: string | undefined;
  let bestDistance = limit + 1;
  for (const candidate of known) {
    if (Math.abs(candidate.length - word.length) >= bestDistance) continue;
    const d = distance(word.toLowerCase(), candidate.toLowerCase()).steps;
    if (d < bestDistance) {
      best = candidate;
      bestDistance = d;
    }
  }
  return best;
}
