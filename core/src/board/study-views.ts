/** The rest a visit can show: field curve, fire-water test, levers, lift, sweep. Reader's units. */
import type { Diagnosis } from "../diagnosis/index.ts";
import { demandPlace, fireSize, type ResidualShape } from "../hydraulics/index.ts";
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
  fireStudy,
  leverModelOf,
  leverRows,
  type LeverId,
  suctionStudy,
} from "../visit/index.ts";
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
      label: p.label,
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
    readonly verdict: "pass" | "fail" | "not-shown";
  }[];
  readonly sentence: string;
}

/** The three-point test, each point with what is asked of it. */
export function fireView({ situation }: Diagnosis, units: UnitSystem): FireView | undefined {
  const study = fireStudy(situation);
  if (!study) return undefined;
  const { corrected, verdicts, overall } = study;
  const near = (low: number, high: number): string => {
    const best = corrected
      .filter((c) => c.flowPercent >= low && c.flowPercent < high)
      .sort((a, b) => b.pressurePercent - a.pressurePercent)[0];
    return best
      ? `${formatSi(best.netPressure, "pressure", units)} net at ${formatSi(best.flow, "flow", units)}, ${formatNumber(best.pressurePercent, 3)} % of rated`
      : "not read yet";
  };
  const words = {
    pass: "All three points pass.",
    fail: "A point fails.",
    "not-shown": "A point is still missing.",
  };
  return {
    rows: [
      {
        name: "shut off",
        asked: "100 to 140 % of rated pressure",
        measured: near(0, 0.2),
        verdict: verdicts.shutOff,
      },
      {
        name: "rated flow",
        asked: "at least 100 %",
        measured: near(99.9, 140),
        verdict: verdicts.rated,
      },
      {
        name: "150 % flow",
        asked: "at least 65 %",
        measured: near(149.85, 1000),
        verdict: verdicts.overload,
      },
    ],
    sentence: `${words[overall]} Brought to rated speed by affinity. ${sizeWords(study.demand, study.rating.flow, units)}Acceptance belongs to the authority in charge.`,
  };
}

const PLACES = {
  usual: "where it should (90 to 140 %)",
  "at-limit": "between 140 % and the limit of 150 %",
  outside: "outside 90 to 150 %",
} as const;

/** Where the demand sits on this pump, and the listed size it asks for. */
function sizeWords(demand: number | undefined, rated: number, units: UnitSystem): string {
  const size = demand === undefined ? undefined : fireSize(demand);
  if (demand === undefined || !size) return "";
  const show = (q: number) => formatSi(q, "flow", units);
  const least = show(size.smallest);
  const preferred = size.preferred === undefined ? "" : `, ${show(size.preferred)} preferred`;
  return `The demand of ${show(demand)} is ${formatNumber((100 * demand) / rated, 3)} % of rated, ${PLACES[demandPlace(demand, rated)]}; the smallest listed size for it is ${least}${preferred}. `;
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
  readonly sweep:
    | {
        readonly levels: readonly string[];
        readonly rows: readonly {
          readonly temperature: string;
          readonly cells: readonly ({ readonly text: string; readonly short: boolean } | null)[];
        }[];
      }
    | undefined;
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

const BECAUSE = {
  altitude: "the place lies high",
  warm: "the liquid is warm",
  friction: "the suction line takes much",
  npshr: "this pump asks for much",
} as const;

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
      rules: lift.rules.map((r) => ({ words: r.words, misleads: r.misleads })),
      because: lift.because.map((b) => BECAUSE[b]).join(", "),
    },
    sweep: sweep && {
      levels: (sweep.rows[0] ?? []).map((c) => metres(c.level)),
      rows: sweep.rows.map((cells) => ({
        temperature: formatSi(cells[0]?.temperature ?? 0, "temperature", units),
        cells: cells.map((c) =>
          c.spare === undefined
            ? null
            : { text: `${c.spare > 0 ? "+" : ""}${metres(c.spare)}`, short: c.spare < 0 },
        ),
      })),
    },
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
