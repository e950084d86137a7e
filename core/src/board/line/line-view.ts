/** A pump's line as a screen shows it: the drawing in metres, everything said in words. Plain data. */
import { caseOfPump, readPump, type WrittenPump } from "../../case/index.ts";
import { formatNumber, formatSi, parseReading, type UnitSystem } from "../../quantity/index.ts";
import {
  edited,
  type Finding,
  type LineEffect,
  type LinePart,
  npshSweep,
  type PressureLine,
  steps,
} from "../../suction/index.ts";
import { lineLoss } from "../../hydraulics/index.ts";
import { liquidAt } from "../../liquid/index.ts";
import {
  dischargeLineStudy,
  type LineSetting,
  lineSetting,
  type LineStudy,
  linePartsOf,
  situationOf,
  suctionLineStudy,
} from "../../visit/index.ts";
import { BECAUSE, type SweepView, sweepView } from "../sweep-view.ts";
import { drawdown, FAULT_WORDS, LACK_WORDS, partLine, partName, sayIn } from "./line-words.ts";
import { editedWritten, together, type WrittenPart } from "./written-line.ts";

export type LineSide = "suction" | "discharge";

/** What is asked of a line: as it is being drawn. */
export interface LineAsked {
  readonly written: WrittenPump;
  readonly side: LineSide;
  readonly parts: readonly WrittenPart[];
  /** The line that the pump was found with. */
  readonly asItLies: readonly WrittenPart[];
  /** As typed; empty where nobody said. */
  readonly today: Readonly<Record<"flow" | "level" | "temperature" | "primer", string>> & {
    /** Level with the pump off; what was kept before it was asked for has none. */
    readonly standing?: string | undefined;
  };
  /** Findings whose mends are put together. */
  readonly chosen: readonly string[];
  readonly units: UnitSystem;
}

export interface LineFaultView {
  /** The part it is about; null where it is about the whole. */
  readonly at: number | null;
  /** Field it is about, where it is one. */
  readonly field: string | undefined;
  readonly say: string;
  readonly stops: boolean;
}

export interface DrawnPart {
  readonly kind: LinePart["kind"];
  readonly name: string;
  /** Bore, length and what else tells it from another. */
  readonly line: string;
  readonly from: number;
  readonly to: number;
  readonly run: number;
  readonly bore: number;
  readonly length: number;
  readonly assumed: boolean;
  readonly shape: LinePart["shape"];
  readonly opening: number | undefined;
  readonly loss: string;
  readonly speed: string;
}

export interface ComparedRow {
  readonly name: string;
  readonly now: string;
  readonly then: string;
  readonly how: "better" | "worse" | "same";
}

export interface LineView {
  readonly faults: readonly LineFaultView[];
  /** What heights and heads are shown in. */
  readonly unit: { readonly symbol: "m" | "ft"; readonly perMetre: number };
  /** Why nothing is judged; the drawing may be there all the same. */
  readonly lacks: string | undefined;
  readonly headline: string | undefined;
  /** What is bad about it, in red. */
  readonly alarm: string | undefined;
  readonly about: string | undefined;
  readonly parts: readonly DrawnPart[];
  readonly side: LineSide;
  readonly level: number | undefined;
  /** With the pump off. */
  readonly standingLevel: number | undefined;
  /** Under which its margin goes, at the flow it is judged at. */
  readonly lowestLevel: number | undefined;
  /** Corners of the pressure line [m absolute], with what boils and what the pump needs. */
  readonly pressure:
    | {
        readonly points: readonly {
          readonly part: number;
          readonly end: 0 | 1;
          readonly absolute: number;
        }[];
        readonly vapour: number;
        readonly atmosphere: number;
        readonly required: number | undefined;
        readonly nearest:
          { readonly part: number; readonly end: 0 | 1; readonly say: string } | undefined;
      }
    | undefined;
  readonly findings: readonly (Finding & {
    readonly gives: string | undefined;
    readonly today: string | undefined;
  })[];
  /** Side by side, where mends are chosen. */
  readonly compared: readonly ComparedRow[];
  /** The line with the chosen mends, as it would be written; undefined where none is chosen. */
  readonly changed: readonly WrittenPart[] | undefined;
  readonly budget: BudgetView | undefined;
  readonly sweep: SweepView | undefined;
}

export interface BudgetView {
  /** In metres of the liquid, from what the atmosphere gives to what is left for lift. */
  readonly bars: readonly {
    readonly name: string;
    readonly metres: number;
    readonly text: string;
  }[];
  readonly greatest: string;
  readonly rules: readonly { readonly words: string; readonly misleads: boolean }[];
  readonly because: readonly string[];
}

const NO_HEAD = { headline: undefined, alarm: undefined, about: undefined } as const;
const NOTHING = {
  ...NO_HEAD,
  ...{
    pressure: undefined,
    lowestLevel: undefined,
    standingLevel: undefined,
    parts: [],
    findings: [],
    compared: [],
    changed: undefined,
    budget: undefined,
    sweep: undefined,
  },
} as const;

const METRES = { symbol: "m", perMetre: 1 } as const;
const FEET = { symbol: "ft", perMetre: 1 / 0.3048 } as const;

/** The whole of it. What is wrong comes back in words, at its part. */
export function lineView(asked: LineAsked): LineView {
  const { written, side, parts, units, today } = asked;
  const unit = units === "us" ? FEET : METRES;
  const own = { ...written[side], elements: parts };
  const read = readPump({ ...written, [side]: own });
  if (!read.ok) {
    const faults = read.error.map(({ path, message }) => faultOfPath(side, path, message));
    return { ...NOTHING, side, unit, faults, lacks: undefined, level: undefined };
  }
  const situation = situationOf(caseOfPump(read.value.file));
  const drawn = linePartsOf(read.value.file[side]?.elements);
  const old =
    asked.asItLies === parts
      ? read
      : readPump({ ...written, [side]: { ...written[side], elements: asked.asItLies } });
  const asItLies = old === read || !old.ok ? drawn : linePartsOf(old.value.file[side]?.elements);
  const setting = lineSetting(situation, {
    flow: figure(today.flow, "flow"),
    level: figure(today.level, "length"),
    temperature: figure(today.temperature, "temperature"),
    primer: figure(today.primer, "flow"),
  });
  if (typeof setting === "string") {
    const lacks = LACK_WORDS[setting];
    return { ...NOTHING, side, unit, faults: [], lacks, level: undefined };
  }
  const standing =
    figure(today.standing ?? "", "length") ?? read.value.file.suction?.standingLevel?.si;
  const say = sayIn(units);
  const top = discharged(read.value.file);
  const study: LineStudy =
    side === "suction"
      ? suctionLineStudy(drawn, setting, say, asItLies.length > 0 ? asItLies : drawn)
      : { ...dischargeLineStudy(drawn, setting, say, top), effect: undefined, budget: undefined };
  const faults = study.faults.map((f): LineFaultView => ({
    ...{ at: f.at, field: undefined, say: FAULT_WORDS[f.code], stops: f.stops },
  }));
  if (!study.line)
    return { ...NOTHING, side, unit, faults, lacks: undefined, level: setting.drawn.level };
  const chosen = study.findings.filter((f) => asked.chosen.includes(f.key));
  const edits = together(chosen.map((f) => f.edits));
  const then =
    side === "suction" && edits.length > 0
      ? suctionLineStudy(edited(drawn, edits), setting, say, asItLies.length > 0 ? asItLies : drawn)
      : undefined;
  return {
    ...{ side, unit, faults, lacks: undefined },
    changed: edits.length > 0 ? editedWritten(parts, edits, units) : undefined,
    ...(side === "suction" ? headOf(study, drawn, setting, standing, units) : NO_HEAD),
    level: side === "suction" ? setting.drawn.level : undefined,
    lowestLevel: study.effect?.lowestLevel,
    standingLevel: side === "suction" ? standing : undefined,
    parts: drawnParts(study.line, drawn, units),
    pressure: side === "suction" ? pressureOf(study, drawn, units) : undefined,
    findings: study.findings.map((f) => ({ ...f, ...givesOf(f, units) })),
    compared: study.effect && then?.effect ? compared(study.effect, then.effect, units) : [],
    budget: study.budget && setting.lift ? budgetOf(study.budget, setting, units) : undefined,
    sweep: study.effect ? sweepOf(study.effect, setting, situation, units) : undefined,
  };
}

/** Height the discharge leads to: where its last part says, else the static head over the source. */
const discharged = (file: {
  discharge?: { elements?: readonly { height?: { si: number } }[] };
}): number => file.discharge?.elements?.findLast((e) => e.height !== undefined)?.height?.si ?? 0;

function figure(text: string, dimension: "flow" | "length" | "temperature"): number | undefined {
  const parsed = text.trim() === "" ? undefined : parseReading(text, dimension);
  return parsed?.ok ? parsed.value.mean : undefined;
}

function faultOfPath(side: LineSide, path: string, message: string): LineFaultView {
  const [, index, field] =
    new RegExp(`^${side}\\.elements\\[(\\d+)\\](?:\\.(\\w+))?`).exec(path) ?? [];
  if (index === undefined)
    return { at: null, field: undefined, say: `${path}: ${message}`, stops: true };
  return { at: Number(index), field, say: message, stops: true };
}

function headOf(
  { effect, line, findings }: LineStudy,
  parts: readonly LinePart[],
  setting: LineSetting,
  standing: number | undefined,
  units: UnitSystem,
) {
  if (!effect || !line) return NO_HEAD;
  const metres = (m: number) => formatSi(m, "length", units);
  const flow = setting.today ?? setting.duty;
  const bare = (m: number) => formatNumber(units === "us" ? m / 0.3048 : m, 2);
  const gets = `The pump gets ${metres(effect.available)}`;
  const headline =
    effect.required === undefined
      ? `${gets}. What it needs is not on its sheet.`
      : `${gets} and needs ${bare(effect.required)}.`;
  const costly = findings.filter((f) => f.group === "metres" && (f.givesAtDuty ?? 0) > 0.05);
  // Two mends of one part do not give back twice.
  const mended = edited(parts, together(costly.map((f) => f.edits)));
  const cost = effect.loss - lineLoss(mended, flow, setting.drawn.viscosity).total;
  const short = effect.margin !== undefined && effect.margin < 0;
  const alarm = short
    ? `That is ${metres(-(effect.margin ?? 0))} too little.`
    : costly.length > 0
      ? `${costly.length === 1 ? "One thing on the way takes" : `${costly.length} things on the way take`} ${metres(cost)} of it.`
      : undefined;
  const { nearest } = line;
  const near = nearest && line.parts[nearest.index];
  const where = near ? partName(near.part) : "";
  const about = [
    `At ${formatSi(flow, "flow", units)}${setting.today === undefined ? ", its duty" : ""}, ${formatSi(setting.temperature, "temperature", units)}.`,
    nearest
      ? nearest.aboveBoiling < 0
        ? `It would boil in the ${where}: the pressure there is ${metres(-nearest.aboveBoiling)} under what boils.`
        : `Nearest to boiling in the ${where}, ${metres(nearest.aboveBoiling)} away from it.`
      : "",
    drawdown(standing, setting.drawn.level, metres),
  ]
    .filter((sentence) => sentence !== "")
    .join(" ");
  return { headline, alarm, about };
}

function drawnParts(
  line: PressureLine,
  parts: readonly LinePart[],
  units: UnitSystem,
): readonly DrawnPart[] {
  const say = sayIn(units);
  return line.parts.map(({ part, index, from, to, run, bore, assumed }) => ({
    ...{ kind: part.kind, name: partName(part), from, to, run, assumed },
    ...{ bore: bore ?? 0, length: part.length ?? 0, shape: part.shape, opening: part.opening },
    line: partLine(parts[index] ?? part, bore, units),
    loss: formatSi(line.losses[index] ?? 0, "length", units),
    speed: say.speed(line.velocities[index] ?? 0),
  }));
}

function pressureOf({ line, effect }: LineStudy, parts: readonly LinePart[], units: UnitSystem) {
  if (!line) return undefined;
  const end = (k: number): 0 | 1 => (k % 2 === 0 ? 0 : 1);
  const near = line.nearest;
  const at = near ? line.points.indexOf(near) : -1;
  const name = near && parts[near.index] ? partName(parts[near.index] ?? { kind: "pipe" }) : "";
  return {
    points: line.points.map((p, k) => ({ part: p.index, end: end(k), absolute: p.absolute })),
    vapour: line.vapour,
    atmosphere: line.atmosphere,
    required: effect?.required,
    nearest: near && {
      part: near.index,
      end: end(at),
      say: `${formatSi(near.absolute, "length", units)} absolute in the ${name}`,
    },
  };
}

const givesOf = (f: Finding, units: UnitSystem) => {
  const text = (m: number | undefined) =>
    m === undefined || Math.abs(m) < 0.005
      ? undefined
      : `${m > 0 ? "+" : ""}${formatSi(m, "length", units)}`;
  return { gives: text(f.givesAtDuty), today: text(f.givesToday) };
};

function compared(now: LineEffect, then: LineEffect, units: UnitSystem): ComparedRow[] {
  const row = (
    name: string,
    a: number | undefined,
    b: number | undefined,
    text: (v: number) => string,
    more: "better" | "worse",
  ): ComparedRow[] => {
    if (a === undefined || b === undefined) return [];
    const same = text(a) === text(b);
    const how = same ? "same" : b > a === (more === "better") ? "better" : "worse";
    return [{ name, now: text(a), then: text(b), how }];
  };
  const metres = (m: number) => formatSi(m, "length", units);
  const flow = (q: number) => formatSi(q, "flow", units);
  const time = (s: number) =>
    s < 120 ? `${formatNumber(s, 2)} s` : `${formatNumber(s / 60, 2)} min`;
  const margin = now.margin === undefined ? "what arrives" : "margin over what it needs";
  const of = (e: LineEffect) => e.margin ?? e.available;
  return [
    ...row("loss of the line", now.loss, then.loss, metres, "worse"),
    ...row(margin, of(now), of(then), metres, "better"),
    ...row("flow it gives", now.gives, then.gives, flow, "better"),
    ...row("lowest level it can stand", now.lowestLevel, then.lowestLevel, metres, "worse"),
    ...row("greatest lift", now.greatestLift, then.greatestLift, metres, "better"),
    ...row("time to prime", now.priming?.time, then.priming?.time, time, "worse"),
  ];
}

function budgetOf(
  budget: NonNullable<LineStudy["budget"]>,
  { drawn }: LineSetting,
  units: UnitSystem,
): BudgetView {
  const metres = (m: number) => formatSi(m, "length", units);
  const bar = (name: string, m: number) => ({ name, metres: m, text: metres(m) });
  const lift = -drawn.level;
  const left = budget.greatestLift - lift;
  return {
    bars: [
      bar("boils", budget.vapour),
      bar("line", budget.friction),
      bar("pump needs", budget.required),
      bar("margin", budget.wanted - budget.required),
      bar("lift today", lift),
      bar(left < 0 ? "short" : "left", left),
    ],
    greatest: `The air gives ${metres(budget.atmosphere)}. Greatest lift ${metres(budget.greatestLift)}: the margin goes when the water stands ${metres(budget.greatestLift)} below the shaft${left < 0 ? ", which it already does" : `, ${metres(left)} lower than today`}.`,
    rules: budget.rules.map((r) => ({
      words:
        r.leaves === undefined
          ? `${r.words}: ${metres(lift)} there`
          : `${r.words}: ${metres(r.leaves)} left, ${metres(budget.required)} needed`,
      misleads: r.misleads,
    })),
    because: budget.because.map((b) => BECAUSE[b]),
  };
}

const LEVELS = 7;
const TEMPERATURES = 5;

function sweepOf(
  effect: LineEffect,
  { drawn, temperature, today, duty }: LineSetting,
  { named }: ReturnType<typeof situationOf>,
  units: UnitSystem,
): SweepView | undefined {
  if (effect.wanted === undefined) return undefined;
  const flow = today ?? duty;
  const sweep = npshSweep({
    layout: {
      ...{ sourceLevel: drawn.level, surfacePressure: drawn.surfacePressure },
      loss: { flow, head: effect.loss },
    },
    ...{ state: drawn.state, flow, wanted: effect.wanted },
    liquidAt: (t) => {
      const state = liquidAt(named, t);
      return state.ok ? state.value : undefined;
    },
    levels: steps(drawn.level - 1.5, drawn.level + 1.5, LEVELS),
    temperatures: steps(temperature - 5, temperature + 35, TEMPERATURES),
  });
  return sweepView(sweep, units);
}
