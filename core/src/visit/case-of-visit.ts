/** A visit as a written case: what the Board, the log and an export are worked out from. */
import {
  dimensionAt,
  POSITIONS,
  type ObservationId,
  type Position,
  type PositionSlot,
  type SnapshotLabel,
  type TestId,
  type ValvePosition,
  type WrittenCase,
  type WrittenPump,
  type WrittenSnapshot,
  type WrittenTest,
} from "../case/index.ts";
import { parseReading, toUnit, type Unit } from "../quantity/index.ts";
import { noted, notesOf, readingKey, type VisitState } from "./fold.ts";
import type { Instrument } from "./gauges.ts";
import { gaugeInUse, type Side } from "./gauge-in-use.ts";
import { caseReadings, readAfter } from "./test-readings.ts";

/** What a visit starts from. */
export interface VisitBasis {
  /** The pump and its place, as the register has them. */
  readonly written: WrittenPump;
  readonly instruments: readonly Instrument[];
  /** Observations given with the call. */
  readonly codes: readonly ObservationId[];
  /** The day of the visit, ISO 8601. */
  readonly day: string;
  /** A planned round: nobody called for a fault. */
  readonly round?: boolean;
}

/** Texts that are being typed, by {@link readingKey}: they stand before what is kept. */
export type Typing = ReadonlyMap<string, string>;

const NOTHING_TYPED: Typing = new Map();

const VALVES: Readonly<Record<Position, ValvePosition>> = {
  "as found": "as-found",
  throttled: "throttled",
  overload: "as-found",
  shut: "shut",
  after: "as-found",
};

/** What is read before anything is done about it. */
const BEFORE_REPAIR: readonly Position[] = POSITIONS.filter((p) => p !== "after");

/** What an owner would have called for long before a round. */
const TOLD_AT_ONCE: readonly ObservationId[] = [
  "complaint.no-flow",
  "complaint.low-flow",
  "complaint.low-pressure",
  "complaint.noisy",
  "complaint.leaks",
  "complaint.trips",
  "complaint.wont-start",
];

const SIDES = ["suction", "discharge"] as const;

/** Readings of one value. */
const SINGLE = [
  "flow",
  "speed",
  "level",
  "frequency",
  "liquidTemperature",
  "inputPower",
  "inrush",
  "bearingTemperature",
  "casingTemperature",
  "glandTemperature",
  "vibration",
  "leakage",
] as const satisfies readonly PositionSlot[];
/** Readings of one value for each phase. */
const PER_PHASE = ["amps", "volts"] as const;

/** A snapshot while it is put together. */
type Growing = { -readonly [K in keyof WrittenSnapshot]: WrittenSnapshot[K] };

/**
 * Builds the case. The snapshot taken after the repair is left out unless asked for: it shows the
 * cure, not the fault. The first one is always there, with how the gauges hang.
 */
export function caseOfVisit(
  basis: VisitBasis,
  state: VisitState,
  typing: Typing = NOTHING_TYPED,
  positions: readonly Position[] = BEFORE_REPAIR,
): WrittenCase {
  const read = reader(state, typing);
  const snapshots = positions.flatMap((label): WrittenSnapshot[] => {
    const taken = snapshotOf(basis, label, state, read);
    if (label !== positions[0]) return taken ? [taken] : [];
    return [
      {
        ...(taken ?? { label, valve: VALVES[label], ...gaugeFacts(basis, state) }),
        time: basis.day,
      },
    ];
  });
  const noticed = [...state.observations];
  const present = noticed.filter(([, s]) => s === "present").map(([o]) => o);
  const absent = noticed.filter(([, s]) => s === "absent").map(([o]) => o);
  const told = basis.codes.filter((c) => !absent.includes(c));
  const unsaid =
    basis.round && noticed.length + state.readings.size > 0
      ? TOLD_AT_ONCE.filter((c) => !present.includes(c) && !told.includes(c))
      : [];
  const tests = [...state.outcomes].map(([test, { outcome }]) =>
    testOf(basis, state, read, test, outcome),
  );
  const cycle = cycleOf(read);
  return {
    ...basis.written,
    ...(cycle ? { sump: { ...basis.written.sump, ...cycle } } : {}),
    snapshots: [...snapshots, ...tests.flatMap((t) => (t.after ? [t.after] : []))],
    observations: {
      present: [...new Set([...present, ...told])],
      absent: [...new Set([...absent, ...unsaid])],
    },
    tests: tests.map((t) => t.test),
  };
}

/** The text that counts of a strip; undefined while there is none. */
type Reader = (snapshot: SnapshotLabel, slot: string) => string | undefined;

const reader =
  (state: VisitState, typing: Typing): Reader =>
  (snapshot, slot) => {
    const key = readingKey(snapshot, slot);
    const kept = state.readings.get(key);
    return typing.get(key) ?? (kept && kept.si !== null ? kept.raw : undefined);
  };

/** How long it runs and stands, where both were timed today: the register's own figures are older. */
function cycleOf(read: Reader): WrittenCase["sump"] | undefined {
  const [runTime] = values(read, "as found", "runTime");
  const [offTime] = values(read, "as found", "offTime");
  return runTime && offTime ? { runTime, offTime, startsPerHour: null } : undefined;
}

/** A test with what was captured for it; readings after it become a snapshot of their own. */
function testOf(
  basis: VisitBasis,
  state: VisitState,
  reading: Reader,
  test: TestId,
  outcome: string,
) {
  const raw = (slot: string) => values(reading, `test:${test}`, slot)[0];
  const halved = test === "vacuum-plate" ? halvingOf(state) : [];
  const read = caseReadings(test, raw);
  const readings = halved.length > 0 ? { ...read, halving: halved } : read;
  const after = readAfter(test, raw);
  const label = `after ${test}`;
  const done: WrittenTest = {
    test,
    outcome,
    ...(readings ? { readings } : {}),
    ...(after ? { after: label } : {}),
  };
  return {
    test: done,
    after: after && { label, valve: "as-found" as const, ...after, ...gaugeFacts(basis, state) },
  };
}

/** The line shut at its parts, counted from 1, and what the needle did. */
const halvingOf = (state: VisitState) =>
  notesOf(state, "halving").flatMap(({ note: { part, value } }) =>
    value ? [{ part: Number(part) + 1, needle: value }] : [],
  );

/** The values of a reading as separate texts. */
function values(read: Reader, snapshot: SnapshotLabel, slot: string): string[] {
  const text = read(snapshot, slot);
  const dimension = dimensionAt(snapshot, slot);
  if (text === undefined || !dimension) return [];
  const parsed = parseReading(text, dimension);
  return parsed.ok ? parsed.value.values.map((v) => v.text) : [];
}

/** Heights, lines and classes of this pump's gauges, as snapshot keys. */
function gaugeFacts(basis: VisitBasis, state: VisitState): WrittenSnapshot {
  const facts: Growing = {};
  const classes: Partial<Record<Side, { range: readonly [string, string]; percent: number }>> = {};
  for (const side of SIDES) {
    const g = gaugeInUse(basis, state, side);
    if (!g.gauge) continue;
    if (g.height) facts[`${side}GaugeHeight`] = g.height;
    if (g.tappingHeight) facts[`${side}TappingHeight`] = g.tappingHeight;
    if (g.line) facts[`${side}Line`] = g.line;
    if (g.range && g.percent !== undefined) {
      classes[side] = {
        range: g.range,
        percent: g.percent,
        ...(g.division ? { division: g.division } : {}),
      };
    }
  }
  return Object.keys(classes).length > 0 ? { ...facts, gaugeClass: classes } : facts;
}

/** A pressure without what its gauge showed at rest today, in its own unit and digits. */
function corrected(text: string, zero: number): string {
  const parsed = parseReading(text, "pressure");
  const [q] = parsed.ok ? parsed.value.values : [];
  if (!q) return text;
  const digits = Math.min(6, /[.,](\d+)/.exec(text)?.[1]?.length ?? 0);
  const reference = q.reference === "absolute" ? " abs" : "";
  return `${toUnit(q.si - zero, q.unit as Unit).toFixed(digits)} ${q.unit}${reference}`;
}

function snapshotOf(
  basis: VisitBasis,
  label: Position,
  state: VisitState,
  read: Reader,
): WrittenSnapshot | undefined {
  const taken: Growing = {};
  const one = (list: readonly string[]) => (list.length === 1 ? list[0] : list);
  for (const side of SIDES) {
    const zero = gaugeInUse(basis, state, side).zero?.si ?? 0;
    const list = values(read, label, `${side}Pressure`);
    if (list.length > 0)
      taken[`${side}Pressure`] = one(zero === 0 ? list : list.map((t) => corrected(t, zero)));
  }
  for (const slot of SINGLE) {
    const list = values(read, label, slot);
    if (list.length > 0) taken[slot] = one(list);
  }
  for (const slot of PER_PHASE) {
    const phases = [0, 1, 2].map((i) => {
      const list = values(read, label, `${slot}.${i}`);
      return list.length > 1 ? list : (list[0] ?? null);
    });
    if (phases.some((v) => v !== null)) taken[slot] = phases;
  }
  if (Object.keys(taken).length === 0) return undefined;
  const between = noted(state, { topic: "volts-between" })?.note;
  return {
    label,
    valve: VALVES[label],
    ...taken,
    ...(taken.volts && between?.topic === "volts-between" ? { voltsBetween: between.value } : {}),
    ...gaugeFacts(basis, state),
  };
}
