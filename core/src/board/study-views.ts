/** The rest a visit can show: field curve, fire-water test, levers, lift, sweep. Reader's units. */
import type { Diagnosis } from "../diagnosis/index.ts";
import {
  demandPlace,
  fireSize,
  type FireVerdict,
  type ResidualShape,
} from "../hydraulics/index.ts";
import {
  formatNumber,
  formatRpm,
  formatSi,
  K95,
  type UnitSystem,
  toUnit,
} from "../quantity/index.ts";
import type { LeverModel } from "../suction/index.ts";
import {
  fieldCurveOf,
  type FireRow,
  type FireRowName,
  fireStudy,
  leverModelOf,
  leverRows,
  type LeverId,
  spokenPosition,
  suctionStudy,
} from "../visit/index.ts";
import { BECAUSE, type SweepView, sweepView } from "./sweep-view.ts";
import { isClear } from "./unexplained.ts";
import { leverWords } from "../words/index.ts";

export interface FieldView {
  readonly points: readonly {
    readonly label: string;
    /** [m³/s] */
    readonly flow: number;
    /** Measured less rated head, and half its 95 % band [m]. */
    readonly residual: number;
    readonly half95: number;
  }[];
  readonly sentence: string;
}

const SHAPE_WORDS: Readonly<Record<ResidualShape, string>> = {
  none: "no difference the gauges could tell from nothing",
  offset: "the same everywhere: a gauge that is off, or a height entered wrong",
  leak: "the whole curve moved to less flow: leakage inside the pump",
  restriction: "growing with the square of flow: a restriction inside the pump or before its gauge",
  "smaller-wheel": "in proportion: a smaller wheel, or a slower one",
};

/** The three-point field curve; undefined with fewer than two positions. */
export function fieldView({ situation }: Diagnosis): FieldView | undefined {
  const field = fieldCurveOf(situation);
  if (!field) return undefined;
  const others = field.alsoPossible.map((s) => SHAPE_WORDS[s].split(":")[0]);
  const best = field.shapes[0]?.shape ?? "none";
  return {
    points: field.points.map((p) => ({
      label: spokenPosition(p.label),
      flow: p.flow,
      residual: p.residual,
      half95: K95 * p.head.u,
    })),
    sentence: field.named
      ? `The distance from the rated curve is ${SHAPE_WORDS[field.named]}.`
      : `The distance from the rated curve is nearest to ${SHAPE_WORDS[best]}; these points do not rule out ${others.join(", or ")}.`,
  };
}

export interface FireView {
  readonly rows: readonly {
    readonly name: string;
    readonly asked: string;
    readonly measured: string;
    readonly ofSheet: string;
    readonly verdict: FireVerdict;
    /** The verdict in words, with how near it is. */
    readonly so: string;
  }[];
  readonly sentence: string;
}

const FIRE_ROWS: Readonly<Record<FireRowName, { readonly name: string; readonly asked: string }>> =
  {
    shutOff: { name: "churn, shut", asked: "100 to 140 % of rated pressure" },
    rated: { name: "rated flow", asked: "at least 100 %" },
    overload: { name: "150 % flow", asked: "at least 65 %" },
  };
const FIRE_OVERALL: Readonly<Record<FireVerdict, string>> = {
  pass: "All three points pass.",
  fail: "A point fails.",
  "not-shown": "A point is still missing.",
};
const FIRE_SO: Readonly<Record<FireVerdict, string>> = {
  pass: "pass",
  fail: "fail",
  "not-shown": "not shown",
};
/** What is left of the original test is usually asked to be this much [%]. */
const OF_ORIGINAL = 95;

/** The three-point test, each point with what is asked of it. */
export function fireView({ situation }: Diagnosis, units: UnitSystem): FireView | undefined {
  const study = fireStudy(situation);
  if (!study) return undefined;
  const { rows, overall, rating } = study;
  const lost = rows.filter((r) => (r.found?.ofSheet ?? OF_ORIGINAL) < OF_ORIGINAL);
  return {
    rows: rows.map((row) => ({
      ...FIRE_ROWS[row.name],
      measured: fireFound(row, rating, units),
      ofSheet: row.found?.ofSheet === undefined ? "" : `${formatNumber(row.found.ofSheet, 3)} %`,
      verdict: row.verdict,
      so: `${FIRE_SO[row.verdict]}${row.near ? ", within the gauges’ error of the limit" : ""}`,
    })),
    sentence: [
      FIRE_OVERALL[overall],
      ...(rows.some((r) => r.near) ? ["Read what is near its limit again, by another gauge."] : []),
      ...(lost.length > 0
        ? [
            `Below ${OF_ORIGINAL} % of its sheet at ${lost.map((r) => FIRE_ROWS[r.name].name).join(" and ")}: where the sheet is its original test, that usually calls for a look inside.`,
          ]
        : []),
      ...(study.lifts ? [LIFTS] : []),
      "Brought to rated speed by affinity.",
      sizeWords(study.demand, rating.flow, units),
      "Acceptance belongs to the authority in charge.",
    ]
      .filter((l) => l !== "")
      .join(" "),
  };
}

const LIFTS =
  "Its water stands below it: a horizontal fire-water pump is not to lift, tell whoever is in charge.";

function fireFound(
  { found, nearest, name }: FireRow,
  rating: { readonly flow: number; readonly pressure: number },
  units: UnitSystem,
): string {
  if (!found) {
    return nearest === undefined
      ? "not read yet"
      : `not reached: ${formatNumber(nearest, 3)} % of rated flow is the most that was read`;
  }
  const { flowPercent, pressurePercent, u, between } = found;
  const pressure = formatSi((pressurePercent / 100) * rating.pressure, "pressure", units);
  const flow = formatSi((flowPercent / 100) * rating.flow, "flow", units);
  const half = u > 0 ? ` ± ${formatNumber(K95 * u, 2)}` : "";
  const from = between
    ? `, between the readings at ${between.map((p) => formatNumber(p, 3)).join(" and ")} % of rated flow`
    : "";
  const where = name === "shutOff" ? "" : ` at ${flow}`;
  return `${pressure} net${where}, ${formatNumber(pressurePercent, 3)}${half} % of rated${from}`;
}

const PLACES = {
  usual: "which is where it should be (90 to 140 %)",
  "at-limit": "between 140 % and the limit of 150 %",
  outside: "outside 90 to 150 %",
} as const;

/** Where the demand sits on this pump, and the listed size it asks for. */
function sizeWords(demand: number | undefined, rated: number, units: UnitSystem): string {
  const size = demand === undefined ? undefined : fireSize(demand);
  if (demand === undefined || !size) return "";
  const show = (q: number) => formatSi(q, "flow", units);
  const least = show(size.smallest);
  const preferred =
    size.preferred === undefined || size.preferred === size.smallest
      ? ""
      : `, ${show(size.preferred)} preferred`;
  return `The demand of ${show(demand)} is ${formatNumber((100 * demand) / rated, 3)} % of rated, ${PLACES[demandPlace(demand, rated)]}; the smallest listed size for it is ${least}${preferred}.`;
}

export interface LeversView {
  readonly model: LeverModel;
  /** What to find before anything is moved: the levers know the suction as it was drawn. */
  readonly beforehand: string | undefined;
  readonly rows: readonly {
    readonly id: LeverId;
    readonly name: string;
    readonly feasible: boolean;
    /** "+0.42 m", "2 640 rpm"; empty when there is none. */
    readonly setting: string;
    readonly why: string;
  }[];
  readonly schools: readonly {
    readonly name: string;
    readonly wanted: string;
    readonly enough: boolean;
  }[];
  readonly lift:
    | {
        readonly greatest: string;
        readonly rules: readonly { readonly words: string; readonly misleads: boolean }[];
        readonly because: string;
      }
    | undefined;
  readonly sweep: SweepView | undefined;
  readonly vortex: string | undefined;
  readonly canFeed: string | undefined;
}

const LEVER_NAMES: Readonly<Record<LeverId, string>> = {
  "raise-level": "Raise the level",
  "lower-pump": "Lower the pump",
  submerge: "Hang it deeper",
  "cut-loss": "Cut the suction loss",
  throttle: "Throttle",
  slow: "Slow it",
  cool: "Cool the liquid",
  warm: "Warm the liquid",
};

/** The levers with everything beside them; undefined when there is nothing to move. */
export function leversView(d: Diagnosis, units: UnitSystem): LeversView | undefined {
  const { situation, parts } = d;
  const model = parts && leverModelOf(situation, parts);
  if (!parts || !model) return undefined;
  const rows = leverRows(situation, parts);
  if (rows.length === 0) return undefined;
  const study = suctionStudy(situation, parts);
  const metres = (v: number) => formatSi(v, "length", units);
  const mouth = units === "us" ? "ft/s" : "m/s";
  const setting = (value: { value: number; unit: string } | null): string => {
    if (!value) return "";
    if (value.unit === "m3/s") return `to ${formatSi(value.value, "flow", units)}`;
    if (value.unit === "r/min") return `to ${formatRpm(value.value)}`;
    if (value.unit === "K") return `to ${formatSi(value.value, "temperature", units)}`;
    return value.value < 0 ? `${metres(-value.value)} to spare` : `by ${metres(value.value)}`;
  };
  const { lift, sweep, vortex, flowTheSuctionCanFeed: feed, schools } = study;
  const lost = parts.npsh.unexplainedLoss;
  return {
    model,
    beforehand:
      lost && lost.value > 0 && isClear(lost)
        ? `By the gauge ${metres(lost.value)} less arrives than level and pipe explain. Find that first: the levers move the suction as it was drawn.`
        : undefined,
    rows: rows.map((r) => ({
      id: r.id,
      name: LEVER_NAMES[r.id],
      feasible: r.feasible,
      setting: setting(r.value),
      why: leverWords(r.reason, units),
    })),
    schools: schools.map((s) => ({ name: s.name, wanted: metres(s.wanted), enough: s.enough })),
    lift: lift && {
      greatest: `Greatest lift ${metres(lift.greatestLift)}: ${metres(lift.atmosphere)} of air, less ${metres(lift.vapour)} vapour, ${metres(lift.friction)} friction, ${metres(lift.wanted)} wanted by the pump.`,
      rules: lift.rules.map((r) => ({
        words:
          r.leaves === undefined
            ? r.words
            : `${r.words}: ${metres(r.leaves)}, and it needs ${metres(lift.required)}`,
        misleads: r.misleads,
      })),
      because: lift.because.map((b) => BECAUSE[b]).join(", "),
    },
    sweep: sweep && sweepView(sweep, units),
    vortex:
      vortex &&
      `Against vortices the inlet wants ${metres(vortex.needed)} of water over it (${formatNumber(toUnit(vortex.velocity, mouth), 2)} ${mouth} at its mouth)${
        vortex.actual === undefined
          ? "."
          : vortex.actual < vortex.needed
            ? `; it has ${metres(vortex.actual)}, too little.`
            : `; it has ${metres(vortex.actual)}.`
      } That is apart from what NPSH asks for.`,
    canFeed:
      feed === undefined
        ? undefined
        : `With no margin at all this suction feeds ${formatSi(feed, "flow", units)}, ${formatNumber((100 * feed) / model.flow, 2)} % of today's flow.`,
  };
}
