/** One snapshot of a case as SI readings with their standard uncertainty. */
import type { CaseFile, CaseSnapshot, ValvePosition } from "../case/index.ts";
import { clampClassOf, clampUncertainty, type StatedClamp } from "../drive/index.ts";
import type { GaugeLine, GaugeReading } from "../hydraulics/index.ts";
import {
  absolutePa,
  type AbsolutePa,
  addInSquares,
  assumedGauge,
  gaugePa,
  type GaugePa,
  type Quantity,
  readingUncertainty,
  repeats,
  toGauge,
  toUnit,
  type Uncertain,
} from "../quantity/index.ts";
import type { CaseNote } from "./case-note.ts";

/** A current in one line [A]. */
interface LineCurrent extends Uncertain {
  /** That part of its standard uncertainty which differs from line to line [A]. */
  readonly apart: number;
}

export interface Snapshot {
  /** Unlike that of any other snapshot of the case: its label, counted where two have one. */
  readonly key: string;
  readonly label: string;
  readonly valve: ValvePosition;
  readonly running: boolean;
  /** [m³/s] */
  readonly flow?: Uncertain;
  /** Measured [r/min]. */
  readonly speed?: Uncertain;
  /** [Hz] */
  readonly frequency?: number;
  readonly suction?: GaugeReading;
  readonly discharge?: GaugeReading;
  /** Line to line [V]; undefined where a phase was not read. */
  readonly volts: readonly (number | undefined)[];
  readonly amps: readonly (LineCurrent | undefined)[];
  /** Captured start current [A]. */
  readonly inrush?: number;
  /** [W] */
  readonly inputPower?: Uncertain;
  readonly powerFactor?: number;
  /** Drops at the shaft seal [m³/s]. */
  readonly leakage?: number;
  /** Level of the source above the datum [m], when read on the day. */
  readonly level?: number;
}

/** Standard uncertainty of a meter nobody described, as a fraction of the reading. */
const ASSUMED = { flow: 0.03, speed: 0.001, power: 0.02 } as const;

/** A pressure as gauge pressure, whichever way it was written. */
export const gauge = (q: Quantity, atmosphere: AbsolutePa): GaugePa =>
  q.reference === "absolute" ? toGauge(absolutePa(q.si), atmosphere) : gaugePa(q.si);

/** Keys of snapshots, in their order. */
export function snapshotKeys(snapshots: readonly CaseSnapshot[]): string[] {
  const used = new Map<string, number>();
  return snapshots.map(({ label, valve }) => {
    const name = label ?? valve ?? "as-found";
    const count = (used.get(name) ?? 0) + 1;
    used.set(name, count);
    return count === 1 ? name : `${name} (${count})`;
  });
}

/** The snapshot that stands for the visit: the one labelled "as found", else as found, else the first. */
export const leadingOf = <T extends Pick<CaseSnapshot, "label" | "valve">>(
  snapshots: readonly T[],
): T | undefined =>
  snapshots.find((s) => s.label === "as found") ??
  snapshots.find((s) => (s.valve ?? "as-found") === "as-found") ??
  snapshots[0];

export interface ReadingContext {
  readonly atmosphere: AbsolutePa;
  readonly file: CaseFile;
  readonly notes: CaseNote[];
}

/** Builds a snapshot; what cannot be is left out and named in the notes. */
export function snapshotOf(
  s: CaseSnapshot,
  key: string,
  path: string,
  context: ReadingContext,
): Snapshot {
  const { file, notes } = context;
  const threePhase = file.pump.motor?.phases !== 1;
  const perLine = s.voltsBetween === "line-neutral" && threePhase ? Math.sqrt(3) : 1;
  const relative = (list: readonly Quantity[], fraction: number, key: string) =>
    scalar(list, (mean) => fraction * Math.abs(mean), `${path}.${key}`, notes);
  const flowClass = s.flowClass?.percent;
  const clamp = {
    percent: s.clampClass?.percent,
    digits: s.clampClass?.digits,
    range: s.clampClass?.range?.si,
  };
  const speed = relative(s.speed, ASSUMED.speed, "speed");
  return {
    key,
    label: s.label ?? "",
    valve: s.valve ?? "as-found",
    running: s.running ?? true,
    flow: relative(
      s.flow,
      flowClass === undefined ? ASSUMED.flow : flowClass / 100 / Math.sqrt(3),
      "flow",
    ),
    speed: speed && { value: toUnit(speed.value, "rpm"), u: toUnit(speed.u, "rpm") },
    frequency: relative(s.frequency, 0.001, "frequency")?.value,
    suction: gaugeOf(s, "suction", path, context),
    discharge: gaugeOf(s, "discharge", path, context),
    volts: (s.volts ?? []).map((v) =>
      v.length > 0 ? repeats(v.map((q) => q.si)).mean * perLine : undefined,
    ),
    amps: (s.amps ?? []).map((a, i) => currentOf(a, clamp, `${path}.amps[${i}]`, notes)),
    inrush: relative(s.inrush, ASSUMED.power, "inrush")?.value,
    inputPower: relative(s.inputPower, ASSUMED.power, "inputPower"),
    powerFactor: s.powerFactor,
    level: s.level[0]?.si,
    leakage: relative(s.leakage, 0.1, "leakage")?.value,
  };
}

/** A current by its clamp, and what of its doubt differs from line to line. */
function currentOf(
  list: readonly Quantity[],
  stated: StatedClamp,
  path: string,
  notes: CaseNote[],
): LineCurrent | undefined {
  const doubt = (reading: number) => clampUncertainty(clampClassOf(stated, reading), reading);
  const apart = scalar(list, (mean) => doubt(mean).apart, path, notes);
  if (!apart) return undefined;
  return {
    value: apart.value,
    u: addInSquares(apart.u, doubt(apart.value).common),
    apart: apart.u,
  };
}

/** Mean of the repeats, with instrument, spread and the last digit written. Negative: left out. */
function scalar(
  list: readonly Quantity[],
  instrument: (mean: number) => number,
  path: string,
  notes: CaseNote[],
): Uncertain | undefined {
  const usable = list.filter((q) => q.si >= 0);
  if (usable.length < list.length) {
    notes.push({ code: "negative", path });
  }
  const [first] = usable;
  if (!first) return undefined;
  const r = repeats(usable.map((q) => q.si));
  return {
    value: r.mean,
    u: addInSquares(instrument(r.mean), r.u, first.resolution / Math.sqrt(12)),
  };
}

function gaugeOf(
  s: CaseSnapshot,
  side: "suction" | "discharge",
  path: string,
  { atmosphere, file, notes }: ReadingContext,
): GaugeReading | undefined {
  const list = side === "suction" ? s.suctionPressure : s.dischargePressure;
  const key = `${path}.${side}Pressure`;
  const pressures = list.map((q) => gauge(q, atmosphere));
  const usable = pressures.filter((p) => p >= -atmosphere && p < 1e9);
  if (usable.length < pressures.length) {
    notes.push({ code: "impossible-pressure", path: key });
  }
  const [first] = list;
  if (usable.length === 0 || !first) return undefined;
  const r = repeats(usable);
  const cls = s.gaugeClass?.[side];
  const [low, high] = cls?.range ?? [];
  const assumed = assumedGauge(r.mean);
  const span = low && high ? Math.abs(high.si - low.si) : assumed.span;
  const u = readingUncertainty(
    {
      span: span > 0 ? span : assumed.span,
      percent: cls?.percent ?? assumed.percent,
      division: cls?.division?.si ?? first.resolution,
    },
    r.u,
  );
  const line: GaugeLine | undefined = side === "suction" ? s.suctionLine : s.dischargeLine;
  return {
    pressure: gaugePa(r.mean),
    u,
    span,
    gaugeHeight: (side === "suction" ? s.suctionGaugeHeight : s.dischargeGaugeHeight)?.si,
    tappingHeight: (side === "suction" ? s.suctionTappingHeight : s.dischargeTappingHeight)?.si,
    line,
    bore: file.pump.ports?.[side]?.si,
  };
}
