/** Figures as rows, with what they should be at most. */

export const row = (what, value, limit) =>
  process.stdout.write(`${what.padEnd(62)} ${value.padStart(12)}   ${limit ?? ""}\n`);
export const ms = (v) => `${v.toFixed(1)} ms`;
export const seconds = (v) => `${(v / 1000).toFixed(2)} s`;

/** The value under which this share of a list lies. */
export const quantile = (list, share) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))] ??
  Number.NaN;
