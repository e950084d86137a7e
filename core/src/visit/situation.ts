/**
 * A case file turned into SI values the computations take: the pump, its place, and each snapshot's
 * readings with their standard uncertainty. What cannot be is left out here and named in `notes`.
 */
import type { CaseFile, CaseSnapshot, Family, Installation, ValvePosition } from "../case/index.ts";
import { buildCurve, type RatedCurve } from "../curve/index.ts";
import type { MotorPlate } from "../drive/index.ts";
import type { GaugeLine, GaugeReading } from "../hydraulics/index.ts";
import { type LiquidState, standardAtmosphere, tableState, waterState } from "../liquid/index.ts";
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
import type { SuctionLayout } from "../suction/index.ts";

export interface Snapshot {
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
  readonly amps: readonly (Uncertain | undefined)[];
  /** [W] */
  readonly inputPower?: Uncertain;
  readonly powerFactor?: number;
  /** Level of the source above the datum [m], when read on the day. */
  readonly level?: number;
}

export interface Situation {
  readonly id: string | undefined;
  readonly family: Family;
  readonly installation: Installation;
  /** What turns it: by the plate's phases, an engine where the family or the drive says so. */
  readonly driver: "3-phase" | "1-phase" | "engine";
  readonly driveKind: "direct" | "vfd" | "belt" | "engine";
  readonly driveRatio: number | undefined;
  readonly atmosphere: AbsolutePa;
  readonly liquid: LiquidState;
  /** Of the liquid, when it is water at a stated temperature [K]. */
  readonly temperature: number | undefined;
  /** At its own rated speed. */
  readonly curve: RatedCurve | undefined;
  readonly motor: MotorPlate | undefined;
  readonly layout: SuctionLayout | undefined;
  readonly staticHead: number | undefined;
  readonly duty: { readonly flow: number; readonly head: number } | undefined;
  readonly closedLoop: boolean;
  readonly standby: boolean;
  readonly screwedImpeller: boolean;
  readonly snapshots: readonly Snapshot[];
  readonly fingerprints: readonly Snapshot[];
  readonly present: readonly string[];
  readonly absent: readonly string[];
  readonly tests: readonly { readonly test: string; readonly outcome: string }[];
  readonly forbids: readonly string[];
  readonly notes: readonly string[];
}

/** Standard uncertainty of a meter or clamp nobody described, as a fraction of the reading. */
const ASSUMED = { flow: 0.03, amps: 0.02, speed: 0.001, power: 0.02 } as const;

const USUAL_INSTALLATION: Readonly<Partial<Record<Family, Installation>>> = {
  "self-priming": "lift",
  "dry-priming": "lift",
  "jet-shallow": "lift",
  "jet-deep": "lift",
  borehole: "submerged",
  sump: "submerged",
};

/** Builds the situation. Never fails: what is missing or impossible becomes a note. */
export function situationOf(file: CaseFile): Situation {
  const notes: string[] = [];
  const { pump, site, suction } = file;
  const atmosphere = atmosphereOf(file, notes);
  const liquid = liquidOf(file, notes);
  const curve = curveOf(file, liquid.density, notes);
  const motor = motorOf(file);
  const context: ReadingContext = { atmosphere, file, notes };
  const driver =
    pump.drive?.kind === "engine" || (pump.family === "dry-priming" && !pump.motor)
      ? "engine"
      : pump.motor?.phases === 1
        ? "1-phase"
        : "3-phase";
  const present = file.observations?.present ?? [];
  const absent = file.observations?.absent ?? [];
  const both = present.filter((o) => absent.includes(o));
  for (const o of both) {
    notes.push(`${o} is listed as present and as absent; it counts as not looked at.`);
  }
  const surface = suction?.surfacePressure;
  return {
    id: file.id,
    family: pump.family,
    installation: pump.installation ?? USUAL_INSTALLATION[pump.family] ?? "flooded",
    driver,
    driveKind: pump.drive?.kind ?? (driver === "engine" ? "engine" : "direct"),
    driveRatio: pump.drive?.ratio,
    atmosphere,
    liquid,
    temperature: site?.liquid && site.liquid !== "water" ? undefined : site?.temperature?.si,
    curve,
    motor,
    layout:
      suction?.sourceLevel === undefined
        ? undefined
        : {
            sourceLevel: suction.sourceLevel.si,
            surfacePressure: surface ? gauge(surface, atmosphere) : gaugePa(0),
            loss: flowAndHead(suction.loss),
          },
    staticHead: file.discharge?.staticHead?.si,
    duty: flowAndHead(file.duty),
    closedLoop: file.system?.closedLoop ?? false,
    standby: file.system?.standby ?? false,
    screwedImpeller: pump.impeller?.mounting === "screwed",
    snapshots: file.snapshots.map((s, i) => snapshotOf(s, `snapshots[${i}]`, context)),
    fingerprints: file.fingerprint.flatMap((f, i) =>
      f.snapshots.map((s, j) => snapshotOf(s, `fingerprint[${i}].snapshots[${j}]`, context)),
    ),
    present: present.filter((o) => !both.includes(o)),
    absent: absent.filter((o) => !both.includes(o)),
    tests: file.tests.map((t) => ({ test: t.test, outcome: t.outcome })),
    forbids: pump.forbids,
    notes: [
      ...notes,
      ...(site?.liquid || site?.temperature ? [] : ["No liquid is named: cold water is taken."]),
    ],
  };
}

function atmosphereOf(file: CaseFile, notes: string[]): AbsolutePa {
  const { barometer, altitude } = file.site ?? {};
  if (barometer) {
    if (barometer.si > 40_000 && barometer.si < 120_000) return absolutePa(barometer.si);
    notes.push(
      "The barometer reading is no atmospheric pressure; the altitude is used in its place.",
    );
  }
  const standard = standardAtmosphere(altitude?.si ?? 0);
  if (!altitude && !barometer) notes.push("No altitude or barometer: sea level is taken.");
  if (standard.ok) return standard.value;
  notes.push("The altitude is outside −500 to 5000 m; sea level is taken.");
  return absolutePa(101325);
}

const COLD_WATER_K = 288.15;

function liquidOf(file: CaseFile, notes: string[]): LiquidState {
  const site = file.site;
  const temperature = site?.temperature?.si ?? COLD_WATER_K;
  if (site?.liquid === "table") {
    const rows = site.table.flatMap((r) =>
      r.temperature
        ? [
            {
              temperature: r.temperature.si,
              density: r.density?.si,
              vapourPressure: r.vapourPressure ? absolutePa(r.vapourPressure.si) : undefined,
              viscosity: r.viscosity?.si,
            },
          ]
        : [],
    );
    const state = tableState(rows, temperature);
    if (state.ok) return state.value;
    notes.push(`${state.error} Cold water is taken.`);
  } else if (site?.liquid && site.liquid !== "water") {
    notes.push(`${site.liquid} is not known here yet: water at this temperature is taken.`);
  }
  const water = waterState(temperature);
  if (water.ok) return water.value;
  notes.push(`${water.error} Cold water is taken.`);
  const cold = waterState(COLD_WATER_K);
  if (!cold.ok) throw new Error("cold water has properties");
  return cold.value;
}

const CURVE_NOTES = {
  "points-sorted": "The curve's points were not in order of flow; they were sorted.",
  "duplicate-flows-averaged": "The curve gives one flow more than once; the values were averaged.",
  "head-rises-with-flow":
    "The curve's head rises with flow somewhere: one head may mean two flows.",
  "two-points-straight-line": "The curve has two points only and is taken as a straight line.",
  "efficiency-above-one": "The curve's power would mean an efficiency above one: check its units.",
  "negative-points-left-out": "Curve points with a negative flow or head were left out.",
} as const;

function curveOf(file: CaseFile, density: number, notes: string[]): RatedCurve | undefined {
  const [sheet] = [...file.pump.curve].sort((a, b) => speedGap(a, file) - speedGap(b, file));
  if (!sheet) return undefined;
  const points = sheet.points.flatMap((p) =>
    p.flow
      ? [
          {
            flow: p.flow.si,
            head: p.head?.si,
            power: p.power?.si,
            efficiency: p.efficiency && p.efficiency > 1 ? p.efficiency / 100 : p.efficiency,
            npshr: p.npshr?.si,
          },
        ]
      : [],
  );
  const speed = sheet.speed && toUnit(sheet.speed.si, "rpm");
  const built = buildCurve(
    { speed, diameter: sheet.diameter?.si, grade: sheet.grade, points },
    density,
  );
  if (!built.ok) {
    notes.push("The curve has fewer than two points with flow and head; it is not used.");
    return undefined;
  }
  notes.push(...built.value.notes.map((n) => CURVE_NOTES[n]));
  return built.value;
}

type Sheet = CaseFile["pump"]["curve"][number];

function speedGap(sheet: Sheet, file: CaseFile): number {
  const actual = file.snapshots[0]?.speed[0]?.si ?? file.pump.motor?.speed?.si;
  return actual && sheet.speed ? Math.abs(sheet.speed.si - actual) : 0;
}

function motorOf(file: CaseFile): MotorPlate | undefined {
  const m = file.pump.motor;
  if (!m?.power || m.power.si <= 0) return undefined;
  const positive = (q: Quantity | undefined) => (q && q.si > 0 ? q.si : undefined);
  return {
    phases: m.phases ?? 3,
    power: m.power.si,
    voltage: positive(m.voltage),
    current: positive(m.current),
    noLoadCurrent: positive(m.noLoadCurrent),
    speed: m.speed && m.speed.si > 0 ? toUnit(m.speed.si, "rpm") : undefined,
    frequency: positive(m.frequency),
    powerFactor: m.powerFactor,
    efficiency: m.efficiency,
    serviceFactor: m.serviceFactor,
    serviceFactorCurrent: positive(m.serviceFactorCurrent),
  };
}

function flowAndHead(p: { flow?: Quantity; head?: Quantity } | undefined) {
  return p?.flow && p.head && p.flow.si > 0 ? { flow: p.flow.si, head: p.head.si } : undefined;
}

const gauge = (q: Quantity, atmosphere: AbsolutePa): GaugePa =>
  q.reference === "absolute" ? toGauge(absolutePa(q.si), atmosphere) : gaugePa(q.si);

interface ReadingContext {
  readonly atmosphere: AbsolutePa;
  readonly file: CaseFile;
  readonly notes: string[];
}

function snapshotOf(s: CaseSnapshot, path: string, context: ReadingContext): Snapshot {
  const { file, notes } = context;
  const threePhase = file.pump.motor?.phases !== 1;
  const perLine = s.voltsBetween === "line-neutral" && threePhase ? Math.sqrt(3) : 1;
  const relative = (list: readonly Quantity[], fraction: number, key: string) =>
    scalar(list, (mean) => fraction * Math.abs(mean), `${path}.${key}`, notes);
  const flowClass = s.flowClass?.percent;
  const clamp = s.clampClass?.percent;
  const clampSpan = s.clampClass?.range?.si;
  const speed = relative(s.speed, ASSUMED.speed, "speed");
  return {
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
    amps: (s.amps ?? []).map((a, i) =>
      scalar(
        a,
        (mean) =>
          clamp === undefined
            ? ASSUMED.amps * mean
            : ((clamp / 100) * (clampSpan ?? mean)) / Math.sqrt(3),
        `${path}.amps[${i}]`,
        notes,
      ),
    ),
    inputPower: relative(s.inputPower, ASSUMED.power, "inputPower"),
    powerFactor: s.powerFactor,
    level: s.level[0]?.si,
  };
}

/** Mean of the repeats, with instrument, spread and the last digit written. Negative: left out. */
function scalar(
  list: readonly Quantity[],
  instrument: (mean: number) => number,
  path: string,
  notes: string[],
): Uncertain | undefined {
  const usable = list.filter((q) => q.si >= 0);
  if (usable.length < list.length) {
    notes.push(`${path} is negative, which cannot be; it is left out.`);
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
    notes.push(`${key} is below a perfect vacuum or beyond any pump; it is left out.`);
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
    gaugeHeight: (side === "suction" ? s.suctionGaugeHeight : s.dischargeGaugeHeight)?.si,
    tappingHeight: (side === "suction" ? s.suctionTappingHeight : s.dischargeTappingHeight)?.si,
    line,
    bore: file.pump.ports?.[side]?.si,
  };
}
