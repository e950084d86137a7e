/** ln Σ exp, without overflow. */
export const logSum = (values: readonly number[]): number => {
  let top = Number.NEGATIVE_INFINITY;
  for (const v of values) top = Math.max(top, v);
  if (!Number.isFinite(top)) return top;
  let sum = 0;
  for (const v of values) sum += Math.exp(v - top);
  return top + Math.log(sum);
};
