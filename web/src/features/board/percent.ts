/** Probability in whole percent; never 0 and never 100, because neither is ever meant. */
export function percentText(p: number): string {
  if (p >= 0.995) return "> 99 %";
  if (p < 0.005) return "< 1 %";
  return `${Math.round(100 * p)} %`;
}
