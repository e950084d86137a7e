/** Roots of a continuous function on an interval, by scanning for sign changes and bisecting. */

/**
 * All roots found on [low, high], ascending.
 * @param f - continuous; may return NaN where it is undefined (such cells are skipped)
 * @param cells - equal cells scanned; two roots inside one cell are missed
 * @returns roots to about 1e-14 of the interval
 */
export function rootsBetween(
  f: (x: number) => number,
  low: number,
  high: number,
  cells = 400,
): number[] {
  const roots: number[] = [];
  let xa = low;
  let fa = f(xa);
  if (fa === 0) roots.push(xa);
  for (let i = 1; i <= cells; i++) {
    const xb = i === cells ? high : low + ((high - low) * i) / cells;
    const fb = f(xb);
    if (fb === 0) roots.push(xb);
    else if (fa * fb < 0) roots.push(bisect(f, xa, xb, fa));
    xa = xb;
    fa = fb;
  }
  return roots;
}

function bisect(f: (x: number) => number, low: number, high: number, fLow: number): number {
  let a = low;
  let b = high;
  let fa = fLow;
  for (let i = 0; i < 80 && b - a > 1e-15 * Math.max(1e-6, Math.abs(b)); i++) {
    const mid = (a + b) / 2;
    const fm = f(mid);
    if (fm === 0) return mid;
    if (fa * fm < 0) b = mid;
    else {
      a = mid;
      fa = fm;
    }
  }
  return (a + b) / 2;
}
