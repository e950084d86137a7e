/**
 * How often something is tried with other numbers: as often as a check before each commit has time for, and
 * `YARD_DRAWS` times as often in `npm run torture`.
 */
export const draws = (usual: number): number =>
  Math.round(usual * Number(process.env["YARD_DRAWS"] ?? 1));
