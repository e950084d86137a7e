/** The figures of a visit that are followed over the years, each with the scale it drifts on. */
import { insulation } from "../drive/index.ts";
import { K95, type Uncertain } from "../quantity/index.ts";
import { CHANGE_THAT_COUNTS, zoneEnds } from "../upkeep/index.ts";
import { partsOf, type Situation, type Snapshot, snapshotKeys } from "../visit/index.ts";
import { type DriftLevel, type DriftScale, inPercent } from "./drift.ts";
import type { YearVisit } from "./year-visit.ts";

/** A visit that was read, and the snapshots of it that tell of the years. */
export interface ReadVisit {
  readonly visit: YearVisit;
  readonly situation: Situation;
  readonly snapshots: readonly Snapshot[];
}

/** How a figure of the base and one of a later visit make a change. */
export interface Counted {
  /** "percent" of the base, the difference in SI, or the natural logarithm of the ratio. */
  readonly as: "percent" | "difference" | "ratio";
  readonly scale: DriftScale;
}

export interface YearRow {
  readonly id: "flow" | "shut-off" | "current" | "vibration" | "insulation";
  readonly name: string;
  /** What there is more or less of. */
  readonly lost: string;
  /** What else moves it, in a sentence; empty where the pump alone does. */
  readonly besides: string;
  /** The figure of a visit; undefined where it was not read, or not as at the oldest visit. */
  readonly of: (visit: ReadVisit, oldest: ReadVisit) => Uncertain | undefined;
  readonly counted: (base: number, of: ReadVisit) => Counted;
}

const percent = (bad: 1 | -1) => (): Counted => ({ as: "percent", scale: inPercent(bad) });

export const YEAR_ROWS: readonly YearRow[] = [
  {
    ...{ id: "flow", name: "Flow, valves as found", lost: "flow", of: flow, counted: percent(-1) },
    besides: "Levels and what the line takes move it too.",
  },
  {
    ...{ id: "shut-off", name: "Shut-off head", lost: "shut-off head" },
    ...{ of: shutOff, counted: percent(-1), besides: "" },
  },
  {
    ...{ id: "current", name: "Current at like flow", lost: "current" },
    ...{ of: current, counted: percent(1), besides: "" },
  },
  {
    ...{ id: "vibration", name: "Vibration", lost: "vibration", of: vibration },
    ...{ counted: byZones, besides: "" },
  },
  {
    ...{ id: "insulation", name: "Insulation to earth, at 40 °C", lost: "insulation" },
    ...{ of: toEarth, counted: toTheLeast, besides: "" },
  },
];

/** Speeds or frequencies further apart than this are not like each other. */
const LIKE_SPEED = 0.02;

function likeSpeed(a: Snapshot, b: Snapshot): boolean {
  const apart = (x: number | undefined, y: number | undefined) =>
    x !== undefined && y !== undefined && Math.abs(x / y - 1) > LIKE_SPEED;
  return !apart(a.speed?.value, b.speed?.value) && !apart(a.frequency, b.frequency);
}

const unthrottled = ({ valve, running }: Snapshot): boolean =>
  running && valve !== "shut" && valve !== "throttled";

/** By a meter, with the valves as they were found, at the speed of the oldest visit [m³/s]. */
function flow({ snapshots }: ReadVisit, oldest: ReadVisit): Uncertain | undefined {
  const metered = (s: Snapshot) => unthrottled(s) && s.flow !== undefined;
  const at = snapshots.find(metered);
  const then = oldest.situation.snapshots.find(metered);
  return at && (!then || likeSpeed(at, then)) ? at.flow : undefined;
}

/** Head against a shut valve, at the curve's own speed [m]. */
function shutOff({ situation, snapshots }: ReadVisit): Uncertain | undefined {
  const shut = snapshots.find((s) => s.valve === "shut" && s.running);
  if (!shut) return undefined;
  const { duty, speed } = partsOf(situation, shut);
  if (!duty.head || !(duty.head.value > 0)) return undefined;
  const rated = situation.curve?.speed;
  const n = rated && speed ? rated / speed.value : 1;
  const bySpeed = rated && speed ? (2 * speed.u) / speed.value : 0;
  const value = duty.head.value * n * n;
  return { value, u: value * Math.hypot(duty.head.u / duty.head.value, bySpeed) };
}

/** Flows further apart than this are not like each other. */
const LIKE_FLOW = 0.12;

/** Mean of the lines' currents [A], where the flow is like that of the oldest visit. */
function current({ snapshots }: ReadVisit, { situation }: ReadVisit): Uncertain | undefined {
  const at = snapshots.find((s) => s.valve !== "shut" && s.running && s.amps.some((a) => a));
  const wanted = situation.snapshots.find((s) => s.flow)?.flow?.value;
  const amps = at?.amps.filter((a) => a !== undefined) ?? [];
  if (!at || amps.length === 0) return undefined;
  if (wanted !== undefined && at.flow && Math.abs(at.flow.value / wanted - 1) > LIKE_FLOW)
    return undefined;
  const value = amps.reduce((s, a) => s + a.value, 0) / amps.length;
  // One clamp reads all lines: what it is off by is off in each of them.
  const apart = Math.hypot(...amps.map((a) => a.apart)) / amps.length;
  const common = Math.max(...amps.map((a) => Math.sqrt(Math.max(0, a.u ** 2 - a.apart ** 2))));
  return value > 0 ? { value, u: Math.hypot(apart, common) } : undefined;
}

/**
 * Standard uncertainty of a vibration that was read by hand, as a share of it: its class of 10 %, and where and how
 * hard the sensor was held.
 */
const BY_HAND = 0.1;

/** Overall velocity, at the speed of the oldest visit [m/s r.m.s.]. */
function vibration({ visit, situation, snapshots }: ReadVisit, oldest: ReadVisit) {
  const keys = snapshotKeys(visit.file.snapshots);
  const read = ({ key }: Snapshot) => visit.file.snapshots[keys.indexOf(key)]?.vibration ?? [];
  const at = snapshots.find((s) => unthrottled(s) && read(s).length > 0);
  const then = oldest.situation.snapshots.find(unthrottled);
  if (!at || (then && situation !== oldest.situation && !likeSpeed(at, then))) return undefined;
  const all = read(at).map((q) => q.si);
  const value = all.reduce((s, v) => s + v, 0) / all.length;
  return { value, u: BY_HAND * value };
}

/** Scatter of a vibration from day to day: flow, temperature, foundation [m/s]. */
const RESTLESS = 0.15e-3;

/** A change that counts in any zone, the end of zone B and that of zone C. */
function byZones(base: number, { visit }: ReadVisit): Counted {
  const [, b, c] = zoneEnds(visit.file.pump.motor?.power?.si);
  return {
    as: "difference",
    scale: {
      bad: 1,
      levels: ladder(CHANGE_THAT_COUNTS * b, b - base, c - base),
      scatter: RESTLESS,
    },
  };
}

/** Levels that stand one above the other: what is worse includes what is less bad. */
const ladder = (watch: number, plan: number, act: number): DriftScale["levels"] => {
  const at = { watch: Math.min(watch, plan, act), plan: Math.min(plan, act), act };
  return (["watch", "plan", "act"] as const satisfies readonly DriftLevel[]).map((id) => ({
    id,
    change: at[id],
  }));
};

/** Standard uncertainties of an insulation as logarithms: the meter's, and that of a winding's temperature nobody read. */
const MEGOHMMETER = 0.2;
const NOBODY_FELT = 0.35;
/** Temperature taken of a winding at rest that nobody felt [K]. */
const REST = 293.15;

/** Least of the leads to earth, corrected to 40 °C [ohm]. */
function toEarth({ visit }: ReadVisit): Uncertain | undefined {
  const read = visit.file.tests.findLast((t) => t.test === "insulation")?.readings;
  const ohms = (read?.ohms ?? []).flatMap((lead) => lead.map((q) => q.si)).filter((r) => r > 0);
  if (ohms.length === 0) return undefined;
  const value = insulation(Math.min(...ohms), read?.temperature?.si ?? REST).at40C;
  return { value, u: value * Math.hypot(MEGOHMMETER, read?.temperature ? 0 : NOBODY_FELT) };
}

/** Scatter of an insulation's logarithm from day to day: damp and dirt at the terminals. */
const DAMP = 0.3;
/** A third of what it was is to be watched, three times the least is to be planned for. */
const A_THIRD = Math.log(3);

function toTheLeast(base: number): Counted {
  const { minimum } = insulation(base, REST);
  const least = Math.log(base / minimum);
  return {
    as: "ratio",
    scale: { bad: -1, levels: ladder(A_THIRD, least - A_THIRD, least), scatter: DAMP },
  };
}

/** A figure's change against the base, with the half widths of its bands, as it is counted. */
export function changeOf(
  { as }: Counted,
  now: Uncertain,
  base: Uncertain,
): { readonly change: number; readonly band95: number; readonly own95: number } {
  if (as === "difference")
    return {
      change: now.value - base.value,
      band95: K95 * Math.hypot(now.u, base.u),
      own95: K95 * now.u,
    };
  if (as === "ratio")
    return {
      change: Math.log(now.value / base.value),
      band95: K95 * Math.hypot(now.u / now.value, base.u / base.value),
      own95: (K95 * now.u) / now.value,
    };
  const share = (v: number) => (100 * v) / base.value;
  return {
    change: share(now.value) - 100,
    band95: K95 * share(Math.hypot(now.u, (base.u * now.value) / base.value)),
    own95: K95 * share(now.u),
  };
}
