/**
 * Drops a minute from the moments of their taps [ms]: intervals between the first and the last.
 * @returns undefined before the second drop
 */
export function dropRate(taps: readonly number[]): number | undefined {
  const [first, last] = [taps[0], taps.at(-1)];
  if (first === undefined || last === undefined || last <= first) return undefined;
  const perMinute = (60_000 * (taps.length - 1)) / (last - first);
  return perMinute < 10 ? Math.round(10 * perMinute) / 10 : Math.round(perMinute);
}
