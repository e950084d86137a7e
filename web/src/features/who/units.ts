/** The two ways to think in units, as a list to choose from. */
export const UNITS = [
  { value: "metric", label: "metric: bar, m³/h, mm" },
  { value: "us", label: "US: psi, gpm, in" },
];
