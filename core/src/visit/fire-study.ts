/** The fire-water test of a visit: three points against the rule and against the pump's own sheet. */
import { bestEfficiencyFlow, readCurve } from "../curve/index.ts";
import {
  type CorrectedPoint,
  FIRE_LIMITS,
  fireTest,
  type FirePoint,
  type FireSetup,
  type FireVerdict,
  pointBetween,
} from "../hydraulics/index.ts";
import { GRAVITY, K95 } from "../quantity/index.ts";
import { partsOf } from "./parts.ts";
import type { Situation } from "./situation.ts";

export type FireRowName = keyof typeof FIRE_LIMITS;

export interface FireRow {
  readonly name: FireRowName;
  readonly verdict: FireVerdict;
  /** The limit lies within what the gauges can be off: another instrument may say otherwise. */
  readonly near: boolean;
  /** The largest flow read below a point that was not reached [% of rated]; undefined where none is near. */
  readonly nearest: number | undefined;
  /** Undefined while nothing was read there or on both sides of it. */
  readonly found:
    | {
        /** [% of rated], at rated speed */
        readonly flowPercent: number;
        readonly pressurePercent: number;
        /** Standard uncertainty [% of rated pressure]. */
        readonly u: number;
        /** Flows of the two readings it lies between [% of rated]; undefined where it was read itself. */
        readonly between: readonly [number, number] | undefined;
        /** Against the sheet at that flow [%]; undefined without a measured sheet. */
        readonly ofSheet: number | undefined;
      }
    | undefined;
}

export interface FireStudy {
  readonly rows: readonly FireRow[];
  readonly verdicts: Readonly<Record<FireRowName, FireVerdict>>;
  readonly overall: FireVerdict;
  readonly rating: { readonly flow: number; readonly pressure: number; readonly speed: number };
  /** What is asked of it, where that is stated apart from its rating [m³/s]. */
  readonly demand: number | undefined;
  /** Its water stands below it. */
  readonly lifts: boolean;
}

/** The flow that a point is named after, and where readings for it may lie [% of rated]. */
const AT: Readonly<Record<FireRowName, number>> = { shutOff: 0, rated: 100, overload: 150 };

/** A reading short of a point by no more is told where it was not reached [% of rated]. */
const NEARLY = 25;

/**
 * The three-point test of a fire-water pump, from this visit's snapshots with metered flow (or shut).
 * Rated is the point on its plate, else the stated duty, else the best point of the curve.
 */
export function fireStudy(situation: Situation): FireStudy | undefined {
  const { ratedPoint, duty, layout } = situation;
  const setup = setupOf(situation);
  const points = setup ? pointsOf(situation, setup.rating.speed) : [];
  if (!setup || points.length === 0) return undefined;
  const { corrected, verdicts } = fireTest(setup, points);
  const rows = (["shutOff", "rated", "overload"] as const).map((name): FireRow => {
    const read = shownAt(corrected, name);
    const most = Math.max(...corrected.map((c) => c.flowPercent));
    const nearest = !read && most > AT[name] - NEARLY && most < AT[name] ? most : undefined;
    if (!read) return { name, verdict: verdicts[name], near: false, nearest, found: undefined };
    const { low, high } = FIRE_LIMITS[name];
    const within = (limit: number) => Math.abs(read.pressurePercent - limit) <= K95 * read.u;
    const passes = read.pressurePercent >= low && read.pressurePercent <= high;
    return {
      name,
      nearest,
      verdict: read.between ? (passes ? "pass" : "fail") : verdicts[name],
      near: within(low) || within(high),
      found: { ...read, ofSheet: ofSheet(situation, setup, read) },
    };
  });
  const verdictOf = (name: FireRowName) =>
    rows.find((r) => r.name === name)?.verdict ?? "not-shown";
  const all = rows.map((r) => r.verdict);
  const overall = all.includes("fail") ? "fail" : all.includes("not-shown") ? "not-shown" : "pass";
  return {
    rows,
    verdicts: {
      shutOff: verdictOf("shutOff"),
      rated: verdictOf("rated"),
      overload: verdictOf("overload"),
    },
    overall,
    rating: setup.rating,
    demand: ratedPoint && duty?.flow,
    lifts: situation.installation !== "submerged" && (layout?.sourceLevel ?? 0) < 0,
  };
}

function setupOf(situation: Situation): FireSetup | undefined {
  const { family, curve, liquid, duty, ratedPoint, motor, ports } = situation;
  const stated = ratedPoint ?? duty;
  const speed = curve?.speed ?? motor?.speed;
  if (family !== "fire" || !speed) return undefined;
  const best = curve && bestEfficiencyFlow(curve);
  const flow = stated?.flow ?? best;
  const head =
    stated?.head ?? (curve && best !== undefined ? readCurve(curve, best).head : undefined);
  if (flow === undefined || head === undefined) return undefined;
  const [first] = situation.snapshots;
  return {
    rating: { flow, pressure: head * liquid.density * GRAVITY, speed },
    density: liquid.density,
    gaugeHeightDifference:
      (first?.discharge?.gaugeHeight ?? 0) - (first?.suction?.gaugeHeight ?? 0),
    suctionBore: ports.suction,
    dischargeBore: ports.discharge,
  };
}

/** Points with a metered flow, or shut; a speed that nobody read is taken as rated. */
const pointsOf = (situation: Situation, rated: number): FirePoint[] =>
  situation.snapshots.flatMap((s): FirePoint[] => {
    const flow = s.valve === "shut" ? { value: 0, u: 0 } : s.flow;
    if (flow === undefined || !s.suction || !s.discharge) return [];
    const head = partsOf(situation, s).duty.head;
    return [
      {
        flow: flow.value,
        uFlow: flow.u,
        suction: s.suction.pressure,
        discharge: s.discharge.pressure,
        speed: s.speed?.value ?? rated,
        uNet: (head?.u ?? 0) * situation.liquid.density * GRAVITY,
      },
    ];
  });

interface Found {
  readonly flowPercent: number;
  readonly pressurePercent: number;
  readonly u: number;
  readonly between: readonly [number, number] | undefined;
}

/** Of several readings that count for a point, the best. */
function bestOf(corrected: readonly CorrectedPoint[], name: FireRowName): Found | undefined {
  const { from, to } = FIRE_LIMITS[name];
  const [best] = corrected
    .filter((c) => c.flowPercent >= from - 1e-9 && c.flowPercent < to)
    .sort((a, b) => b.pressurePercent - a.pressurePercent);
  return best && { ...best, u: best.uPressurePercent, between: undefined };
}

/** A reading further out counts, yet shows less than those on either side of the point do. */
function shownAt(corrected: readonly CorrectedPoint[], name: FireRowName): Found | undefined {
  const [read, between] = [bestOf(corrected, name), betweenAt(corrected, name)];
  if (!read || !between) return read ?? between;
  return between.pressurePercent > read.pressurePercent ? between : read;
}

function betweenAt(corrected: readonly CorrectedPoint[], name: FireRowName): Found | undefined {
  const flowPercent = AT[name];
  const between = pointBetween(corrected, flowPercent);
  if (!between) return undefined;
  const { pressurePercent, uPressurePercent: u, from, to } = between;
  return { flowPercent, pressurePercent, u, between: [from, to] };
}

/** What is left of the sheet's pressure at that flow [%]; a guessed curve is no test. */
function ofSheet(
  { curve, estimatedCurve, liquid }: Situation,
  { rating }: FireSetup,
  { flowPercent, pressurePercent }: Found,
): number | undefined {
  if (!curve || estimatedCurve) return undefined;
  const head = readCurve(curve, (flowPercent / 100) * rating.flow).head;
  if (head === undefined || !(head > 0)) return undefined;
  return (pressurePercent * rating.pressure) / (head * liquid.density * GRAVITY);
}
