/** A run sheet as a case file: what the Board, the log and an export are worked out from. */
import { caseReadings, isTest, readAfter } from "@yard-tack/core/procedure";
import { type Dimension, parseReading, toUnit, type Unit } from "@yard-tack/core/quantity";
import type { PumpDto } from "@/features/yard";
import type { ReadingEntry, SnapshotLabel } from "./entries";
import { gaugeInUse, placeOf, type Side } from "./gauge-in-use";
import { readingKey, type SheetState } from "./sheet-state";

const VALVES: Readonly<Partial<Record<SnapshotLabel, string>>> = {
  "as found": "as-found",
  throttled: "throttled",
  shut: "shut",
  after: "as-found",
};

const SIDES = ["suction", "discharge"] as const;

/** Readings of one value, by slot. */
const SINGLE: Readonly<Record<string, Dimension>> = {
  flow: "flow",
  speed: "speed",
  level: "length",
  frequency: "frequency",
  liquidTemperature: "temperature",
  inputPower: "power",
  bearingTemperature: "temperature",
  casingTemperature: "temperature",
  glandTemperature: "temperature",
  vibration: "velocity",
  leakage: "leakage",
};
/** Readings of one value for each phase. */
const PER_PHASE: Readonly<Record<string, Dimension>> = { amps: "current", volts: "voltage" };

type Json = Record<string, unknown>;

/**
 * Builds the case. The snapshot taken after the repair is left out unless asked for: it shows the
 * cure, not the fault.
 */
export function caseOfSheet(
  pump: PumpDto,
  codes: readonly string[],
  state: SheetState,
  labels: readonly SnapshotLabel[] = ["as found", "throttled", "shut"],
): Json {
  const snapshots = labels.flatMap((label) => {
    const s = snapshotOf(pump, label, state);
    // The first one stays even when empty: the Board then says what to read.
    const time = label === labels[0] ? { time: pump.loadedAt } : {};
    return s || label === labels[0] ? [{ ...(s ?? { label, valve: VALVES[label] }), ...time }] : [];
  });
  const noticed = [...state.observations];
  const present = noticed.filter(([, s]) => s === "present").map(([o]) => o);
  const absent = noticed.filter(([, s]) => s === "absent").map(([o]) => o);
  const tests = [...state.outcomes].map(([test, { outcome }]) =>
    testOf(pump, state, test, outcome),
  );
  return {
    ...pump.base,
    snapshots: [...snapshots, ...tests.flatMap((t) => (t.after ? [t.after] : []))],
    observations: {
      present: [...new Set([...present, ...codes.filter((c) => !absent.includes(c))])],
      absent,
    },
    tests: tests.map((t) => t.test),
  };
}

/** A test with what was captured for it; readings after it become a snapshot of their own. */
function testOf(pump: PumpDto, state: SheetState, id: string, outcome: string) {
  const raw = (slot: string) => written(state.readings.get(readingKey(`test:${id}`, slot)))[0];
  const readings = isTest(id) ? caseReadings(id, raw) : undefined;
  const after = isTest(id) ? readAfter(id, raw) : undefined;
  const label = `after ${id}`;
  return {
    test: {
      test: id,
      outcome,
      ...(readings ? { readings } : {}),
      ...(after ? { after: label } : {}),
    },
    after: after && {
      label,
      valve: "as-found",
      ...after,
      ...gaugeFacts(pump, state.notes),
    },
  };
}

/** The values of a reading as separate texts; none for one that does not count. */
function written(entry: ReadingEntry | undefined, dimension?: Dimension): string[] {
  if (!entry || entry.si === null) return [];
  if (dimension === undefined) return [entry.raw];
  const parsed = parseReading(entry.raw, dimension);
  return parsed.ok ? parsed.value.values.map((v) => v.text) : [];
}

/** Heights, lines and classes of this pump's gauges, as snapshot keys. */
function gaugeFacts(pump: PumpDto, notes: SheetState["notes"]): Json {
  const facts: Json = {};
  const classes: Json = {};
  for (const side of SIDES) {
    const g = gaugeInUse(pump, notes, side);
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

/** A snapshot that says how the gauges hang, for bands before anything is read. */
export function gaugePlaces(pump: PumpDto, notes: SheetState["notes"]): Json {
  return {
    label: "as found",
    valve: "as-found",
    ...(placeOf(pump, "suction") ? { suctionPressure: "0 bar" } : {}),
    dischargePressure: "1 bar",
    ...gaugeFacts(pump, notes),
  };
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

function snapshotOf(pump: PumpDto, label: SnapshotLabel, state: SheetState): Json | undefined {
  const list = (slot: string, dimension: Dimension) =>
    written(state.readings.get(readingKey(label, slot)), dimension);
  const read: Json = {};
  const put = (key: string, values: readonly string[]) => {
    if (values.length > 0) read[key] = values.length === 1 ? values[0] : values;
  };
  for (const side of SIDES) {
    const zero = zeroOf(pump, state, side);
    put(
      `${side}Pressure`,
      list(`${side}Pressure`, "pressure").map((t) => (zero === 0 ? t : corrected(t, zero))),
    );
  }
  for (const [slot, dimension] of Object.entries(SINGLE)) put(slot, list(slot, dimension));
  for (const [slot, dimension] of Object.entries(PER_PHASE)) {
    const phases = [0, 1, 2].map((i) => {
      const values = list(`${slot}.${i}`, dimension);
      return values.length > 1 ? values : (values[0] ?? null);
    });
    if (phases.some((v) => v !== null)) read[slot] = phases;
  }
  if (Object.keys(read).length === 0) return undefined;
  const between = state.notes.get("volts.between")?.text;
  return {
    label,
    valve: VALVES[label],
    ...read,
    ...("volts" in read && between ? { voltsBetween: between } : {}),
    ...gaugeFacts(pump, state.notes),
  };
}

/** What is taken off a gauge's readings today [Pa]: its zero noted in this visit. */
const zeroOf = (pump: PumpDto, { notes }: SheetState, side: Side): number =>
  gaugeInUse(pump, notes, side).zero?.si ?? 0;
