/**
 * Positive-displacement pumps: flow against differential pressure at a speed and a viscosity. Never
 * dead-head one and never throttle it: pressure rises until something breaks. SI; speeds in r/min.
 */
import { fail, ok, type Result } from "../quantity/index.ts";

export interface DisplacementPoint {
  /** [r/min], above 0 */
  readonly speed: number;
  /** Kinematic [m²/s]. */
  readonly viscosity: number;
  /** Differential [Pa]. */
  readonly pressure: number;
  /** [m³/s] */
  readonly flow: number;
  /** Shaft power [W]. */
  readonly power?: number;
}

export interface DisplacementNpsh {
  readonly speed: number;
  readonly viscosity: number;
  /** [m] */
  readonly head: number;
}

export interface DisplacementRating {
  /** Swept in one turn [m³]. */
  readonly volume: number;
  /** Slip flow per pressure times viscosity to the power below [m³/s per Pa]. */
  readonly slip: number;
  readonly viscosityExponent: number;
  readonly points: readonly DisplacementPoint[];
  readonly npshr: readonly DisplacementNpsh[];
  /** Powers of speed and viscosity that friction and NPSH required go with, between the table's points and beyond. */
  readonly follows: {
    readonly frictionSpeed: number;
    readonly frictionViscosity: number;
    readonly npshViscosity: number;
  };
  /** Root mean square misfit of the table's flows, as a share of the greatest. */
  readonly misfit: number;
}

/** Viscosity the slip is referred to [m²/s]. */
const REFERENCE = 1e-4;
const EXPONENTS = [0, 0.25, 0.5, 0.75, 1] as const;

/**
 * Fits Q = V N − s Δp (ν_ref/ν)^m to a table: V and s by least squares for each m of 0, ¼, ½, ¾, 1,
 * the best of them kept (0 when the table has one viscosity).
 * Source: slip through clearances, laminar (m = 1) to turbulent (m = 0).
 * Fails with `too-few-points` below two points, `no-slope` when all points have one pressure and the
 * flows do not follow the speed.
 */
export function fitDisplacement(
  points: readonly DisplacementPoint[],
  npshr: readonly DisplacementNpsh[] = [],
): Result<DisplacementRating, "too-few-points" | "no-slope"> {
  const usable = points.filter((p) => p.speed > 0 && p.flow >= 0 && p.viscosity > 0);
  if (usable.length < 2) return fail("too-few-points");
  const viscosities = new Set(usable.map((p) => p.viscosity)).size;
  let best: DisplacementRating | undefined;
  for (const m of viscosities > 1 ? EXPONENTS : [0]) {
    const found = fitOne(usable, npshr, m);
    if (found && (!best || found.misfit < best.misfit)) best = found;
  }
  return best ? ok(best) : fail("no-slope");
}

function fitOne(
  points: readonly DisplacementPoint[],
  npshr: readonly DisplacementNpsh[],
  m: number,
): DisplacementRating | undefined {
  let [aa, ab, bb, ay, by] = [0, 0, 0, 0, 0];
  for (const p of points) {
    const a = p.speed / 60;
    const b = p.pressure * (REFERENCE / p.viscosity) ** m;
    aa += a * a;
    ab += a * b;
    bb += b * b;
    ay += a * p.flow;
    by += b * p.flow;
  }
  const det = aa * bb - ab * ab;
  if (!(det > 1e-12 * aa * bb)) return undefined;
  const volume = (ay * bb - by * ab) / det;
  const slip = Math.max(0, -(by * aa - ay * ab) / det);
  const follows = followsOf(volume, points, npshr);
  const rating = { volume, slip, viscosityExponent: m, points, npshr, follows, misfit: 0 };
  const greatest = Math.max(...points.map((p) => p.flow));
  const sum = points.reduce(
    (s, p) => s + (displacementFlow(rating, p.speed, p.pressure, p.viscosity) - p.flow) ** 2,
    0,
  );
  return { ...rating, misfit: Math.sqrt(sum / points.length) / greatest };
}

/** What is taken where a table has one speed or one viscosity; and what no table is believed beyond. */
const FRICTION = {
  speed: { usual: 1, low: 0.5, high: 2.5 },
  viscosity: { usual: 0.4, low: 0, high: 1 },
} as const;
const NPSH_VISCOSITY = { usual: 0, low: 0, high: 0.6 } as const;
/** Friction below this share of the power is rounding [-]. */
const FRICTION_SEEN = 0.01;

/** Powers that the table's own friction and NPSH required follow speed and viscosity by: straight lines of logarithms. */
function followsOf(
  volume: number,
  points: readonly DisplacementPoint[],
  npshr: readonly DisplacementNpsh[],
): DisplacementRating["follows"] {
  const friction = points.flatMap((p) => {
    const lost = frictionAt(volume, p);
    return lost > FRICTION_SEEN * (p.power ?? 0) ? [{ ...p, value: lost }] : [];
  });
  const [frictionSpeed, frictionViscosity] = exponents(friction);
  const [, npshViscosity] = exponents(npshr.map((n) => ({ ...n, value: n.head })));
  const within = (
    v: number | undefined,
    { usual, low, high }: { usual: number; low: number; high: number },
  ) => (v === undefined ? usual : Math.min(high, Math.max(low, v)));
  return {
    frictionSpeed: within(frictionSpeed, FRICTION.speed),
    frictionViscosity: within(frictionViscosity, FRICTION.viscosity),
    npshViscosity: within(npshViscosity, NPSH_VISCOSITY),
  };
}

/** Power beyond that of the swept volume against the pressure [W]. */
const frictionAt = (volume: number, p: DisplacementPoint): number =>
  Math.max(0, (p.power ?? 0) - (volume * p.speed * p.pressure) / 60);

/** ln value = a ln speed + b ln viscosity + c by least squares; undefined for what the rows do not vary. */
function exponents(
  rows: readonly { readonly speed: number; readonly viscosity: number; readonly value: number }[],
): readonly [speed: number | undefined, viscosity: number | undefined] {
  const usable = rows.filter((r) => r.speed > 0 && r.viscosity > 0 && r.value > 0);
  const mean = (of: (r: (typeof usable)[number]) => number) =>
    usable.reduce((s, r) => s + of(r), 0) / usable.length;
  const [ms, mv, my] = [
    mean((r) => Math.log(r.speed)),
    mean((r) => Math.log(r.viscosity)),
    mean((r) => Math.log(r.value)),
  ];
  let [ss, sv, vv, sy, vy] = [0, 0, 0, 0, 0];
  for (const r of usable) {
    const [s, v, y] = [Math.log(r.speed) - ms, Math.log(r.viscosity) - mv, Math.log(r.value) - my];
    ss += s * s;
    sv += s * v;
    vv += v * v;
    sy += s * y;
    vy += v * y;
  }
  const varied = { speed: ss > 1e-6, viscosity: vv > 1e-6 };
  const det = ss * vv - sv * sv;
  if (varied.speed && varied.viscosity && det > 1e-9 * ss * vv)
    return [(sy * vv - vy * sv) / det, (vy * ss - sy * sv) / det];
  return [
    varied.speed ? sy / ss : undefined,
    varied.viscosity && !varied.speed ? vy / vv : undefined,
  ];
}

/** Flow slipping back through the clearances [m³/s]. */
export const slipFlow = (r: DisplacementRating, pressure: number, viscosity: number): number =>
  r.slip * Math.max(0, pressure) * (REFERENCE / viscosity) ** r.viscosityExponent;

/**
 * Delivered flow [m³/s], never below 0.
 * @param pressure - differential [Pa]
 * @param viscosity - kinematic [m²/s], above 0
 */
export const displacementFlow = (
  r: DisplacementRating,
  speed: number,
  pressure: number,
  viscosity: number,
): number => Math.max(0, (r.volume * speed) / 60 - slipFlow(r, pressure, viscosity));

/**
 * Shaft power [W]: swept volume times pressure, plus the friction of the table's nearest point, carried to
 * this speed and viscosity by the powers the table itself follows. At a table's own point this is its stated power, Q Δp/η.
 * @returns undefined when the table states no power
 */
export function displacementPower(
  r: DisplacementRating,
  speed: number,
  pressure: number,
  viscosity: number,
): number | undefined {
  const near = nearest(
    r.points.filter((p) => p.power),
    speed,
    viscosity,
    (p) => Math.abs(Math.log((p.pressure + 1e4) / (pressure + 1e4))),
  );
  if (!near?.power) return undefined;
  const { frictionSpeed, frictionViscosity } = r.follows;
  const friction =
    frictionAt(r.volume, near) *
    (speed / near.speed) ** frictionSpeed *
    (viscosity / near.viscosity) ** frictionViscosity;
  return friction + (r.volume * speed * pressure) / 60;
}

/**
 * NPSH required from its table, straight between neighbours in speed, carried to this viscosity as the table
 * itself follows it; undefined without one.
 */
export function displacementNpshr(
  r: DisplacementRating,
  speed: number,
  viscosity: number,
): number | undefined {
  const byViscosity = nearest(r.npshr, speed, viscosity, () => 0)?.viscosity;
  if (byViscosity === undefined) return undefined;
  const rows = r.npshr.filter((n) => n.viscosity === byViscosity).sort((a, b) => a.speed - b.speed);
  const above = rows.find((n) => n.speed >= speed) ?? rows.at(-1);
  const below = rows.findLast((n) => n.speed <= speed) ?? rows[0];
  if (!above || !below) return undefined;
  const thicker = (viscosity / byViscosity) ** r.follows.npshViscosity;
  if (above.speed === below.speed) {
    // Beyond the table it grows with the square of speed, as entrance losses do.
    return thicker * above.head * (speed / above.speed) ** 2;
  }
  const t = (speed - below.speed) / (above.speed - below.speed);
  return thicker * (below.head + t * (above.head - below.head));
}

function nearest<T extends { readonly speed: number; readonly viscosity: number }>(
  rows: readonly T[],
  speed: number,
  viscosity: number,
  further: (row: T) => number,
): T | undefined {
  const distance = (row: T) =>
    Math.abs(Math.log(row.speed / speed)) +
    Math.abs(Math.log(row.viscosity / viscosity)) +
    further(row);
  return [...rows].sort((a, b) => distance(a) - distance(b))[0];
}

/**
 * The greatest speed at which the suction still has its margin [r/min].
 * @param available - NPSH available at a flow [m]; falls with flow
 * @param target - NPSH wanted for an NPSH required [m]
 * @param fastest - the pump's own limit [r/min]
 * @returns undefined when even a tenth of `fastest` is too fast, or NPSH required is unknown
 */
export function speedCeiling(
  r: DisplacementRating,
  pressure: number,
  viscosity: number,
  available: (flow: number) => number,
  target: (required: number) => number,
  fastest: number,
): number | undefined {
  const spare = (speed: number): number | undefined => {
    const required = displacementNpshr(r, speed, viscosity);
    return required === undefined
      ? undefined
      : available(displacementFlow(r, speed, pressure, viscosity)) - target(required);
  };
  const atTop = spare(fastest);
  const slowest = 0.1 * fastest;
  const atBottom = spare(slowest);
  if (atTop === undefined || atBottom === undefined || atBottom < 0) return undefined;
  if (atTop >= 0) return fastest;
  let low = slowest;
  let high = fastest;
  for (let i = 0; i < 50; i++) {
    const mid = (low + high) / 2;
    if ((spare(mid) ?? -1) >= 0) low = mid;
    else high = mid;
  }
  return low;
}
