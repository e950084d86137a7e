/**
 * A case file turned into SI values the computations take: the pump, its place, and each snapshot's
 * readings with their standard uncertainty. What cannot be is left out here and named in `notes`.
 */
import type { CaseFile, Family, Installation, TestId } from "../case/index.ts";
import { bestEfficiencyFlow, type RatedCurve } from "../curve/index.ts";
import type { DisplacementRating } from "../displacement/index.ts";
import type { MotorPlate } from "../drive/index.ts";
import type { LineElement, TimedLevel } from "../hydraulics/index.ts";
import type { JetRating } from "../jet/index.ts";
import type { LiquidState, NamedLiquid } from "../liquid/index.ts";
import { type AbsolutePa, type GaugePa, parseQuantity, type Quantity } from "../quantity/index.ts";
import { meanArea } from "../sump/index.ts";
import type { LinePart, LossAtFlow, SuctionLayout } from "../suction/index.ts";
import { linePartsOf } from "./line-parts.ts";
import { type LeakSearch, leakSearchOf } from "./leak-search.ts";
import type { CaseNote } from "./case-note.ts";
import { historyOfCase, type PumpHistory } from "./history-of-case.ts";
import { type OutcomeShares, outcomeShares } from "./outcome-shares.ts";
import { atmosphereOf, liquidOf } from "./liquid-of-case.ts";
import { curvesOf, displacementOf, jetOf, rpm } from "./rating-of-case.ts";
import {
  leadingOf,
  type ReadingContext,
  type Snapshot,
  snapshotKeys,
  snapshotOf,
} from "./snapshot-of-case.ts";
import {
  type CaseSystem,
  flowAndHead,
  layoutOfCase,
  lineElements,
  noteOrder,
  riserOf,
  suctionSideOfCase,
  systemOfCase,
} from "./system-of-case.ts";

export interface Situation {
  readonly id: string | undefined;
  readonly family: Family;
  readonly installation: Installation;
  /** Whether the installation was stated, or is the usual one of the family. */
  readonly installationStated: boolean;
  readonly variant: string | undefined;
  /** What turns it: by the plate's phases, an engine where the family or the drive says so. */
  readonly driver: "3-phase" | "1-phase" | "engine";
  /** Whether a motor plate or the drive says so, or it is only likely. */
  readonly driverStated: boolean;
  readonly driveKind: "direct" | "vfd" | "belt" | "engine";
  readonly driveRatio: number | undefined;
  /** What the register has a variable-speed drive set to [Hz]; a reading of the day stands above it. */
  readonly driveSetting: number | undefined;
  readonly stages: number;
  readonly wheelMaterial: string | undefined;
  readonly plasticImpeller: boolean;
  readonly wheel: {
    readonly mounting: "keyed" | "screwed" | "other" | undefined;
    readonly straightVanes: boolean;
  };
  /** Kind of shaft seal, when stated. */
  readonly seal: string | undefined;
  /** Bores [m]. */
  readonly ports: { readonly suction: number | undefined; readonly discharge: number | undefined };
  /** Liquid held in the casing [m³], when stated. */
  readonly casingVolume: number | undefined;
  readonly atmosphere: AbsolutePa;
  readonly liquid: LiquidState;
  readonly named: NamedLiquid;
  /** Stated temperature of the liquid [K]. */
  readonly temperature: number | undefined;
  /** At its own rated speed, for this wheel and this liquid. */
  readonly curve: RatedCurve | undefined;
  /** One for each measured speed. */
  readonly curves: readonly RatedCurve[];
  /** Every sheet as it was measured: its own wheel, speed and liquid. */
  readonly sheets: readonly RatedCurve[];
  readonly estimatedCurve: boolean;
  /** Best-efficiency and least continuous flow as the maker states them [m³/s]. */
  readonly statedBestFlow: number | undefined;
  readonly minimumFlow: number | undefined;
  /** The one point on the plate [m³/s], [m]. */
  readonly ratedPoint: { readonly flow: number; readonly head: number } | undefined;
  readonly displacement: DisplacementRating | undefined;
  readonly jet: JetRating | undefined;
  /** Setting of a jet's pressure regulator [Pa]. */
  readonly regulator: number | undefined;
  /** Pressure the relief valve is set to, across a pump of gears [Pa]. */
  readonly relief: number | undefined;
  /** Speeds an engine idles at and its governor holds [r/min], as the register has them. */
  readonly engineSpeeds: {
    readonly idle: number | undefined;
    readonly governed: number | undefined;
  };
  readonly motor: MotorPlate | undefined;
  /** Run capacitor of the motor [F] and rated frequency [Hz], as the plate says. */
  readonly plate: {
    readonly capacitor: number | undefined;
    readonly frequency: number | undefined;
    readonly current: number | undefined;
  };
  /** Shaft at the seal [m], when stated. */
  readonly shaft: number | undefined;
  /** Starts an hour and what the motor bears; undefined where nobody counted. */
  readonly starts: { readonly perHour: number; readonly limit: number } | undefined;
  /** Free surface of the sump [m²], when the register has it. */
  readonly sumpArea: number | undefined;
  readonly layout: SuctionLayout | undefined;
  /** What is known of the suction when its level is not: pressure on the surface, clean loss. */
  readonly suctionSide: {
    readonly surfacePressure: GaugePa | undefined;
    readonly loss: LossAtFlow | undefined;
  };
  readonly suctionElements: readonly LineElement[];
  /** The same parts with where they lie and how far their valves stand open. */
  readonly suctionParts: readonly LinePart[];
  /** Where the suction line lets air in, as far as it was searched. */
  readonly leakSearch: LeakSearch | undefined;
  readonly dischargeElements: readonly LineElement[];
  /** Height and outside diameter of the inlet, when drawn [m]. */
  readonly inlet:
    { readonly diameter: number; readonly submergence: number | undefined } | undefined;
  readonly staticHead: number | undefined;
  readonly system: CaseSystem | undefined;
  readonly duty: { readonly flow: number; readonly head: number } | undefined;
  readonly closedLoop: boolean;
  /** Whether somebody said it is a circuit or not; `closedLoop` is false where nobody did. */
  readonly loopStated: boolean;
  /** Whether a second pump shares the header; undefined when nobody said. */
  readonly standby: boolean | undefined;
  /** Whether the kind of drive was stated, or "direct" is only the usual one. */
  readonly driveStated: boolean;
  readonly impellerStyle: "enclosed" | "semi-open" | "open" | "vortex" | undefined;
  readonly screwedImpeller: boolean;
  readonly snapshots: readonly Snapshot[];
  /** Snapshots of the pump when it was known to be sound, oldest first. */
  readonly fingerprints: readonly Snapshot[];
  /** Line between a submerged pump and the discharge gauge far above it. */
  readonly riser: readonly LineElement[];
  /** A level timed with the pump on. */
  readonly timedLevel: TimedLevel | undefined;
  readonly present: readonly string[];
  readonly absent: readonly string[];
  readonly tests: readonly {
    readonly test: TestId;
    readonly outcome: string;
    /** Label of the snapshot taken after it. */
    readonly after?: string;
    /** Chance of each outcome as its readings have it; undefined where it kept none that tell. */
    readonly shares?: OutcomeShares;
  }[];
  readonly forbids: readonly string[];
  readonly history: PumpHistory;
  readonly notes: readonly CaseNote[];
}

const USUAL_INSTALLATION: Readonly<Partial<Record<Family, Installation>>> = {
  "self-priming": "lift",
  "dry-priming": "lift",
  "jet-shallow": "lift",
  "jet-deep": "lift",
  borehole: "submerged",
  sump: "submerged",
};

function fingerprintsOf(context: ReadingContext): readonly Snapshot[] {
  return (
    context.file.fingerprint
      .map(({ date, snapshots }, i) => ({
        date,
        snapshots: snapshots.map((s, j) => {
          const path = `fingerprint[${i}].snapshots[${j}]`;
          return snapshotOf(s, path, path, context);
        }),
      }))
      // One without a date may be the oldest there is.
      .sort((a, b) => (a.date ?? "").localeCompare(b.date ?? ""))
      .flatMap((f) => f.snapshots)
  );
}

/** Builds the situation. Never fails: what is missing or impossible becomes a note. */
export function situationOf(file: CaseFile): Situation {
  const notes: CaseNote[] = [];
  const { pump } = file;
  const atmosphere = atmosphereOf(file, notes);
  const liquid = liquidOf(file, notes);
  const { curve, curves, sheets, estimated } = curvesOf(file, liquid, notes);
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
    notes.push({ code: "contradicted", observation: o });
  }
  noteOrder(file, notes);
  const viscosity = liquid.state.kinematicViscosity;
  const duty = flowAndHead(file.duty);
  const reference = duty?.flow ?? (curve && bestEfficiencyFlow(curve));
  const installation = pump.installation ?? USUAL_INSTALLATION[pump.family] ?? "flooded";
  const keys = snapshotKeys(file.snapshots);
  const snapshots = file.snapshots.map((s, i) =>
    snapshotOf(s, keys[i] ?? "", `snapshots[${i}]`, context),
  );
  return {
    id: file.id,
    family: pump.family,
    installation,
    installationStated: pump.installation !== undefined,
    variant: pump.variant,
    driver,
    driverStated: pump.drive?.kind === "engine" || pump.motor !== undefined,
    driveKind: pump.drive?.kind ?? (driver === "engine" ? "engine" : "direct"),
    driveRatio: pump.drive?.ratio,
    driveSetting: pump.drive?.frequency?.si,
    stages: pump.stages ?? 1,
    wheelMaterial: pump.impeller?.material,
    plasticImpeller: pump.impeller?.material === "plastic",
    wheel: {
      mounting: pump.impeller?.mounting,
      straightVanes: pump.impeller?.vaneShape === "straight",
    },
    seal: pump.seal?.kind,
    ports: { suction: pump.ports?.suction?.si, discharge: pump.ports?.discharge?.si },
    casingVolume: pump.casingVolume?.si,
    atmosphere,
    liquid: liquid.state,
    named: liquid.named,
    temperature: liquid.temperature,
    curve,
    curves,
    sheets,
    estimatedCurve: estimated,
    statedBestFlow: pump.bep?.flow?.si,
    minimumFlow: pump.minimumFlow?.si,
    ratedPoint: flowAndHead(pump.ratedPoint),
    displacement: displacementOf(file, notes),
    jet: jetOf(file, notes),
    regulator: pump.jet?.regulator?.si,
    relief: pump.relief?.si,
    engineSpeeds: { idle: rpm(pump.drive?.idleSpeed), governed: rpm(pump.drive?.governedSpeed) },
    motor: motorOf(file),
    plate: {
      capacitor: pump.motor?.capacitor?.si,
      frequency: pump.motor?.frequency?.si,
      current: pump.motor?.current?.si,
    },
    shaft: pump.seal?.shaft?.si,
    starts: startsOf(file),
    sumpArea: sumpAreaOf(file),
    layout: layoutOfCase(context, viscosity, reference),
    suctionSide: suctionSideOfCase(context, viscosity, reference),
    suctionElements: lineElements(file.suction?.elements),
    suctionParts: linePartsOf(file.suction?.elements),
    leakSearch: leakSearchOf(file),
    dischargeElements: lineElements(file.discharge?.elements),
    inlet: inletOf(file),
    staticHead: file.discharge?.staticHead?.si,
    system: systemOfCase(file, viscosity, reference),
    duty,
    closedLoop: file.system?.closedLoop ?? false,
    loopStated: file.system?.closedLoop !== undefined,
    standby: file.system?.standby,
    driveStated: pump.drive?.kind !== undefined,
    impellerStyle: pump.impeller?.style,
    screwedImpeller: pump.impeller?.mounting === "screwed",
    snapshots,
    fingerprints: fingerprintsOf(context),
    riser:
      installation === "submerged"
        ? riserOf(file, leadingOf(snapshots)?.discharge?.gaugeHeight)
        : [],
    timedLevel: timedLevelOf(file, notes),
    present: present.filter((o) => !both.includes(o)),
    absent: absent.filter((o) => !both.includes(o)),
    tests: testsOf(file, atmosphere, notes),
    forbids: pump.forbids,
    history: historyOfCase(file),
    notes,
  };
}

function testsOf(file: CaseFile, atmosphere: AbsolutePa, notes: CaseNote[]): Situation["tests"] {
  return file.tests.map((t) => {
    const read = outcomeShares(t, { atmosphere, motor: file.pump.motor });
    if (read?.contradicted)
      notes.push({ code: "outcome-contradicted", test: t.test, outcome: t.outcome });
    return { test: t.test, outcome: t.outcome, after: t.after, shares: read?.shares };
  });
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
    speed: rpm(m.speed),
    frequency: positive(m.frequency),
    powerFactor: m.powerFactor,
    efficiency: m.efficiency,
    serviceFactor: m.serviceFactor,
    serviceFactorCurrent: positive(m.serviceFactorCurrent),
  };
}

/** The inlet of the suction line: the first bell, inlet or foot valve that is drawn. */
function inletOf(file: CaseFile): Situation["inlet"] {
  const first = (file.suction?.elements ?? []).find(
    (e) => e.kind === "bell" || e.kind === "inlet" || e.kind === "foot-valve",
  );
  return first?.bore && first.bore.si > 0
    ? { diameter: first.bore.si, submergence: first.submergence?.si }
    : undefined;
}

const disc = (diameter: number): number => (Math.PI * diameter ** 2) / 4;

/** Starts that small motors bear in an hour where no plate says more. */
const USUAL_LIMIT = 15;

/** Starts an hour: as counted, else by a watch on one run and one stop. */
function startsOf({ sump, pump }: CaseFile) {
  const [run, off] = [sump?.runTime?.si, sump?.offTime?.si];
  const timed =
    run !== undefined && off !== undefined && run + off > 0 ? 3600 / (run + off) : undefined;
  const perHour = sump?.startsPerHour ?? timed;
  if (perHour === undefined) return undefined;
  return { perHour, limit: sump?.limit ?? pump.motor?.startsPerHour ?? USUAL_LIMIT };
}

/**
 * Free surface of the sump [m²]: as stated, of its diameter or its sides, else what its table has between the floats
 * (over the whole table where they are not known).
 */
function sumpAreaOf({ sump }: CaseFile): number | undefined {
  if (!sump) return undefined;
  const { area, diameter, length, width } = sump;
  if (area) return area.si;
  if (diameter) return disc(diameter.si);
  if (length && width) return length.si * width.si;
  const rows = sump.table.flatMap(({ level, volume }) =>
    level && volume ? [{ level: level.si, volume: volume.si }] : [],
  );
  return meanArea(rows, sump.onLevel?.si, sump.offLevel?.si);
}

/** Readings of a timed drawdown, when the test's own figures are complete. */
function timedLevelOf(file: CaseFile, notes: CaseNote[]): TimedLevel | undefined {
  const r = file.tests.findLast((t) => t.test === "timed-drawdown")?.readings;
  if (!r) return undefined;
  const area = r.area?.si ?? (r.diameter ? disc(r.diameter.si) : sumpAreaOf(file));
  const fall = typeof r.fall === "string" ? parseQuantity(r.fall, "length") : undefined;
  if (area === undefined || !fall?.ok || !r.over || r.over.si <= 0) {
    notes.push({ code: "incomplete-drawdown" });
    return undefined;
  }
  return { area, fall: fall.value.si, over: r.over.si, inflow: r.inflow?.si };
}
