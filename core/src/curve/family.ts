/** Several measured curves of one pump: other speeds, other wheels. Speeds in r/min, SI otherwise. */
import { speedScale, trimScale } from "./affinity.ts";
import { pchip, type Pchip, valueAt } from "./pchip.ts";
import { type RatedCurve, scaleCurve } from "./rated-curve.ts";

export interface FamilyMember {
  readonly curve: RatedCurve;
  /** "measured": a curve of the family itself; else made from one or two of them. */
  readonly from: "measured" | "between" | "affinity";
  /** Diameter over the nearest measured one, when the wheel was scaled. */
  readonly trim: number;
}

/** Two diameters or speeds this near are the same one. */
const SAME = 0.002;

/**
 * The curve of a wheel: a measured one, or interpolated between the two measured diameters next to
 * it (each brought to the wanted diameter first, then weighted), or by trim law from the nearest.
 * Of several measured speeds the one nearest `speed` counts; the curve stays at its measured speed.
 * @param curves - at least one; those without a diameter count only if none has one
 * @param diameter - of the wheel that is fitted [m]
 * @returns undefined for an empty list
 */
export function familyCurve(
  curves: readonly RatedCurve[],
  diameter?: number,
  speed?: number,
): FamilyMember | undefined {
  const atSpeed = nearestSpeed(curves, speed);
  const sized = atSpeed.filter((c) => c.diameter !== undefined);
  const [first] = sized.length > 0 && diameter !== undefined ? sized : atSpeed;
  if (!first) return undefined;
  if (diameter === undefined || sized.length === 0) {
    return { curve: first, from: "measured", trim: 1 };
  }
  const size = (c: RatedCurve) => c.diameter ?? diameter;
  const nearest = [...sized].sort(
    (a, b) => Math.abs(size(a) - diameter) - Math.abs(size(b) - diameter),
  )[0];
  if (!nearest) return undefined;
  const off = diameter / size(nearest) - 1;
  if (Math.abs(off) < SAME) return { curve: nearest, from: "measured", trim: 1 };
  const below = largest(sized.filter((c) => size(c) < diameter));
  const above = smallest(sized.filter((c) => size(c) > diameter));
  const toSize = (c: RatedCurve): RatedCurve => ({
    ...scaleCurve(c, trimScale(diameter / size(c))),
    diameter,
  });
  if (below && above) {
    const weight = (diameter - size(below)) / (size(above) - size(below));
    const curve = blend(toSize(below), toSize(above), weight);
    if (curve) return { curve, from: "between", trim: diameter / size(nearest) };
  }
  return { curve: toSize(nearest), from: "affinity", trim: diameter / size(nearest) };
}

/** Curves of the speed nearest the wanted one, all brought to that speed when none says more. */
function nearestSpeed(curves: readonly RatedCurve[], speed: number | undefined): RatedCurve[] {
  const known = curves.flatMap((c) => (c.speed ? [c.speed] : []));
  const best =
    speed === undefined
      ? known[0]
      : [...known].sort((a, b) => Math.abs(a - speed) - Math.abs(b - speed))[0];
  if (best === undefined) return [...curves];
  return curves.filter((c) => c.speed !== undefined && Math.abs(c.speed / best - 1) < SAME);
}

const largest = (list: readonly RatedCurve[]) =>
  [...list].sort((a, b) => (b.diameter ?? 0) - (a.diameter ?? 0))[0];
const smallest = (list: readonly RatedCurve[]) =>
  [...list].sort((a, b) => (a.diameter ?? 0) - (b.diameter ?? 0))[0];

/**
 * A curve between two measured speeds: both brought there by affinity, then weighted by nearness.
 * Outside them, and with one speed only, plain affinity from the nearest.
 * @param speed - [r/min], above 0
 */
export function betweenSpeeds(
  curves: readonly RatedCurve[],
  speed: number,
): RatedCurve | undefined {
  const known = curves.filter((c) => c.speed !== undefined && c.speed > 0);
  const speedOf = (c: RatedCurve) => c.speed ?? speed;
  const sorted = [...known].sort((a, b) => speedOf(a) - speedOf(b));
  const below = sorted.findLast((c) => speedOf(c) <= speed);
  const above = sorted.find((c) => speedOf(c) >= speed);
  const nearest = below ?? above;
  if (!nearest) return undefined;
  const there = (c: RatedCurve): RatedCurve => ({
    ...scaleCurve(c, speedScale(speed / speedOf(c))),
    speed,
  });
  if (!below || !above || below === above) return there(nearest);
  const weight = (speed - speedOf(below)) / (speedOf(above) - speedOf(below));
  return blend(there(below), there(above), weight) ?? there(nearest);
}

/** (1 − w) a + w b at equal flow, over the flows both have. */
function blend(a: RatedCurve, b: RatedCurve, weight: number): RatedCurve | undefined {
  const head = blendColumn(a.head, b.head, weight);
  if (!head) return undefined;
  const optional = (x: Pchip | undefined, y: Pchip | undefined) =>
    x && y ? blendColumn(x, y, weight) : undefined;
  return {
    ...a,
    head,
    power: optional(a.power, b.power),
    npshr: optional(a.npshr, b.npshr),
    notes: [...new Set([...a.notes, ...b.notes])],
  };
}

function blendColumn(a: Pchip, b: Pchip, weight: number): Pchip | undefined {
  const low = Math.max(a.x[0] ?? 0, b.x[0] ?? 0);
  const high = Math.min(a.x.at(-1) ?? 0, b.x.at(-1) ?? 0);
  if (!(high > low)) return undefined;
  // Two points a rounding apart would give the line between them any slope.
  const least = 1e-4 * (high - low);
  const flows = [...a.x, ...b.x]
    .filter((q) => q > low + least && q < high - least)
    .sort((p, q) => p - q)
    .reduce((kept, q) => (q - (kept.at(-1) ?? low) > least ? [...kept, q] : kept), [low]);
  flows.push(high);
  const values = flows.map(
    (q) => (1 - weight) * (valueAt(a, q) ?? Number.NaN) + weight * (valueAt(b, q) ?? Number.NaN),
  );
  const built = pchip(flows, values);
  return built.ok ? built.value : undefined;
}
