/** What a line means for its pump: NPSH, flow, how low the water may fall, how long it takes to prime. SI throughout. */
import {
  curveEnd,
  curveStart,
  pchip,
  type RatedCurve,
  readCurve,
  rootsBetween,
  type SystemCurve,
  systemHead,
  valueAt,
} from "../../curve/index.ts";
import { lineLoss } from "../../hydraulics/index.ts";
import { GRAVITY } from "../../quantity/index.ts";
import { type MarginSetting, wantedNpsh } from "../margin.ts";
import {
  type DryPiece,
  type PrimingInputs,
  primingTime,
  type PrimingTime,
} from "../priming-time.ts";
import { boresOf, hasLength, type LinePart } from "./part.ts";
import { type LineFlow, pressureLine } from "./pressure-line.ts";

/** The pump at the end of a line. */
export interface LinePump {
  /** At its speed; undefined where no curve is known. */
  readonly curve: RatedCurve | undefined;
  /** What it works on with the line as it lies. */
  readonly system: SystemCurve | undefined;
  readonly margin: MarginSetting;
  /** Air in the casing and what stands over it [m³]. */
  readonly casing: number;
  /** What its primer draws off [m³/s]; undefined where there is none, or nobody knows. */
  readonly primer: number | undefined;
}

export interface LineEffect {
  /** Of the line at that flow [m]. */
  readonly loss: number;
  /** [m]; what the pump asks for is undefined where no curve says so. */
  readonly available: number;
  readonly required: number | undefined;
  readonly wanted: number | undefined;
  /** Available less required [m]. */
  readonly margin: number | undefined;
  /** What it would give through this line [m³/s]; what its suction can feed where that is less. */
  readonly gives: number | undefined;
  readonly shortOfNpsh: boolean;
  /** The lowest level at which the margin wanted is kept [m over the datum], at that flow. */
  readonly lowestLevel: number | undefined;
  readonly greatestLift: number | undefined;
  /** Only where the water stands below the pump. */
  readonly priming: PrimingTime | undefined;
}

/**
 * @param drawn - with the flow at which it is judged
 * @param asItLies - the line that the system was found with
 */
export function lineEffect(
  parts: readonly LinePart[],
  drawn: LineFlow,
  pump: LinePump,
  asItLies: readonly LinePart[] = parts,
): LineEffect {
  const { state, viscosity, flow, level, surfacePressure } = drawn;
  const perMetre = state.density * GRAVITY;
  const lossAt = (q: number) => lineLoss(parts, q, viscosity).total;
  const npshAt = (q: number) =>
    (state.atmosphere + surfacePressure - state.vapourPressure) / perMetre + level - lossAt(q);
  const loss = lossAt(flow);
  const available = npshAt(flow);
  const required = pump.curve ? readCurve(pump.curve, flow).npshr : undefined;
  const wanted = required === undefined ? undefined : wantedNpsh(pump.margin, required);
  const curve = lossCurve(parts, pump, viscosity);
  const before = asItLies === parts ? curve : lossCurve(asItLies, pump, viscosity);
  const free = meets(pump, (q) => curve(q) - before(q));
  const fed = free === undefined ? undefined : feeds(pump, (q) => npshAt(0) - curve(q), free);
  return {
    ...{ loss, available, required, wanted },
    margin: required === undefined ? undefined : available - required,
    gives: fed ?? free,
    shortOfNpsh: fed !== undefined,
    lowestLevel: wanted === undefined ? undefined : level - (available - wanted),
    greatestLift: wanted === undefined ? undefined : available - level - wanted,
    priming:
      level < 0
        ? primingTime({
            ...airOfLine(parts, drawn, pump.casing),
            capacity: () => pump.primer ?? 0,
          })
        : undefined,
  };
}

/** Flows at which a line's loss is worked out; it is interpolated between them. */
const FLOWS = 17;

/** A line's loss over the flows of its pump: looked up some thousand times where the pump is sought. */
function lossCurve(
  parts: readonly LinePart[],
  { curve }: LinePump,
  viscosity: number,
): (flow: number) => number {
  const most = curve ? curveEnd(curve) : 0;
  if (!(most > 0)) return (q) => lineLoss(parts, q, viscosity).total;
  const flows = Array.from({ length: FLOWS }, (_, i) => (most * i) / (FLOWS - 1));
  const made = pchip(
    flows,
    flows.map((q) => lineLoss(parts, q, viscosity).total),
  );
  return (q) =>
    (made.ok ? valueAt(made.value, q) : undefined) ?? lineLoss(parts, q, viscosity).total;
}

/** Cells scanned for where the pump meets its system. */
const CELLS = 80;

/** Where the curve meets the system with so much more loss than it was found with [m³/s]. */
function meets({ curve, system }: LinePump, more: (q: number) => number): number | undefined {
  if (!curve || !system) return undefined;
  const gap = (q: number) =>
    (readCurve(curve, q).head ?? Number.NaN) - systemHead(system, q) - more(q);
  return rootsBetween(gap, curveStart(curve), curveEnd(curve), CELLS).at(-1);
}

/** The flow at which what is available still covers what is required, where that is below `free` [m³/s]. */
function feeds(
  { curve }: LinePump,
  npshAt: (q: number) => number,
  free: number,
): number | undefined {
  if (!curve) return undefined;
  const spare = (q: number) => npshAt(q) - (readCurve(curve, q).npshr ?? Number.NaN);
  if (!(spare(free) < 0)) return undefined;
  return rootsBetween(spare, curveStart(curve), free, CELLS).at(-1) ?? 0;
}

/** What a primer has to draw off before a line and its casing stand full: all but what it draws. */
export function airOfLine(
  parts: readonly LinePart[],
  drawn: LineFlow,
  casing: number,
): Omit<PrimingInputs, "capacity"> {
  const { level, state } = drawn;
  const bores = boresOf(parts);
  const still = pressureLine(parts, { ...drawn, flow: 0 });
  const pieces = still.parts.flatMap(({ part, index, from, to }): DryPiece[] => {
    const bore = bores[index];
    if (!hasLength(part) || !bore || !part.length) return [];
    const [low, high] = [Math.min(from, to) - level, Math.max(from, to) - level];
    const dry = high <= 0 ? 0 : high === low ? 1 : Math.min(1, high / (high - low));
    const volume = dry * part.length * (Math.PI / 4) * bore ** 2;
    return volume > 0 ? [{ low: Math.max(0, low), high, volume }] : [];
  });
  const { atmosphere, vapourPressure, density } = state;
  return { pieces, casing, atmosphere, vapourPressure, density };
}
