/**
 * Every strip a reading can be typed into, and what is measured there: a closed list, so that nothing
 * is stored that no screen can show. A strip belongs to a valve position, or to a test.
 */
import type { Dimension } from "../quantity/index.ts";
import { TEST_IDS, type TestId } from "./ids.ts";

/** Valve positions readings are taken at; "overload" is 150 % of a fire-water pump, "after" is after the repair. */
export const POSITIONS = ["as found", "throttled", "overload", "shut", "after"] as const;
export type Position = (typeof POSITIONS)[number];
/** What a reading belongs to: a valve position, or the test it was taken for. */
export type SnapshotLabel = Position | `test:${TestId}`;

/** Strips of a valve position. Three currents and voltages, or the first of them alone. */
const POSITION_SLOTS = {
  suctionPressure: "pressure",
  dischargePressure: "pressure",
  flow: "flow",
  speed: "speed",
  level: "length",
  frequency: "frequency",
  liquidTemperature: "temperature",
  inputPower: "power",
  inrush: "current",
  bearingTemperature: "temperature",
  casingTemperature: "temperature",
  glandTemperature: "temperature",
  vibration: "velocity",
  leakage: "leakage",
  runTime: "time",
  offTime: "time",
  "amps.0": "current",
  "amps.1": "current",
  "amps.2": "current",
  "volts.0": "voltage",
  "volts.1": "voltage",
  "volts.2": "voltage",
} as const satisfies Readonly<Record<string, Dimension>>;
export type PositionSlot = keyof typeof POSITION_SLOTS;

/** Strips of each test. */
const TEST_SLOTS: Readonly<Record<TestId, Readonly<Record<string, Dimension>>>> = {
  "rotation-look": {
    runOut: "time",
  },
  "throttle-and-listen": {
    "before.dischargePressure": "pressure",
    "after.dischargePressure": "pressure",
  },
  "slow-and-listen": {
    "before.speed": "speed",
    "after.speed": "speed",
  },
  "run-standby-compare": {
    "before.dischargePressure": "pressure",
    "before.suctionPressure": "pressure",
    "before.current": "current",
    "before.amps.0": "current",
    "before.amps.1": "current",
    "before.amps.2": "current",
    "other.dischargePressure": "pressure",
    "other.suctionPressure": "pressure",
    "other.current": "current",
    "other.amps.0": "current",
    "other.amps.1": "current",
    "other.amps.2": "current",
  },
  "discharge-valve-look": {
    stem: "length",
    stemOpen: "length",
  },
  provoke: {
    dischargePressure: "pressure",
    current: "current",
    over: "time",
  },
  "isolate-standby-reread": {
    "before.dischargePressure": "pressure",
    "before.flow": "flow",
    "after.dischargePressure": "pressure",
    "after.flow": "flow",
  },
  "standing-level-rise": {
    rise: "length",
    over: "time",
  },
  "timed-drawdown": {
    fall: "length",
    over: "time",
    inflow: "flow",
    diameter: "length",
  },
  "shut-off-head": {
    suctionPressure: "pressure",
    dischargePressure: "pressure",
  },
  "gauge-zero": {
    suction: "pressure",
    discharge: "pressure",
  },
  "swap-gauges": {
    "before.suctionPressure": "pressure",
    "before.dischargePressure": "pressure",
    "after.suctionPressure": "pressure",
    "after.dischargePressure": "pressure",
  },
  "suction-pressure-vs-layout": {
    level: "length",
    suctionPressure: "pressure",
  },
  "raise-level-reread": {
    "before.level": "length",
    "before.dischargePressure": "pressure",
    "before.flow": "flow",
    "after.level": "length",
    "after.dischargePressure": "pressure",
    "after.flow": "flow",
  },
  "submerge-deeper-reread": {
    "before.depth": "length",
    "before.dischargePressure": "pressure",
    "before.flow": "flow",
    "after.depth": "length",
    "after.dischargePressure": "pressure",
    "after.flow": "flow",
  },
  "vent-casing-reread": {
    "before.dischargePressure": "pressure",
    "before.flow": "flow",
    "after.dischargePressure": "pressure",
    "after.flow": "flow",
  },
  "clean-strainer-reread": {
    "before.suctionPressure": "pressure",
    "before.dischargePressure": "pressure",
    "after.suctionPressure": "pressure",
    "after.dischargePressure": "pressure",
  },
  "open-strainer-look": {
    layer: "length",
  },
  "drain-back": {
    fall: "length",
    over: "time",
  },
  "vacuum-plate": {
    peak: "pressure",
    fallTo: "pressure",
    over: "time",
    volume: "volume",
    speed: "speed",
  },
  "hand-mode": {
    current: "current",
    dischargePressure: "pressure",
    fall: "length",
    over: "time",
  },
  "float-lift": {
    startsAt: "length",
    stopsAt: "length",
  },
  "speed-check": {
    speed: "speed",
  },
  "two-direction": {
    forward: "pressure",
    reverse: "pressure",
    throwForward: "length",
    throwReverse: "length",
  },
  "winding-resistance": {
    "ohms.0": "resistance",
    "ohms.1": "resistance",
    "ohms.2": "resistance",
    temperature: "temperature",
  },
  insulation: {
    "ohms.0": "resistance",
    "ohms.1": "resistance",
    "ohms.2": "resistance",
    temperature: "temperature",
  },
  "terminal-retighten-reread": {
    "before.amps.0": "current",
    "before.amps.1": "current",
    "before.amps.2": "current",
    "after.amps.0": "current",
    "after.amps.1": "current",
    "after.amps.2": "current",
  },
  "hand-turn-shaft": {
    turned: "length",
  },
  "capacitor-check": {
    current: "current",
    voltage: "voltage",
    capacitance: "capacitance",
  },
  "roll-leads": {
    "amps.0.0": "current",
    "amps.0.1": "current",
    "amps.0.2": "current",
    "amps.1.0": "current",
    "amps.1.1": "current",
    "amps.1.2": "current",
    "amps.2.0": "current",
    "amps.2.1": "current",
    "amps.2.2": "current",
  },
};

/** The test of a snapshot; undefined for a valve position. */
export function testOfSnapshot(snapshot: SnapshotLabel): TestId | undefined {
  const id = snapshot.slice("test:".length);
  return snapshot.startsWith("test:") ? TEST_IDS.find((t) => t === id) : undefined;
}

/** Every label there is. */
export const SNAPSHOT_LABELS: readonly SnapshotLabel[] = [
  ...POSITIONS,
  ...TEST_IDS.map((t): SnapshotLabel => `test:${t}`),
];

/** Strips of a snapshot with what is measured there. */
export const slotsAt = (snapshot: SnapshotLabel): Readonly<Record<string, Dimension>> => {
  const test = testOfSnapshot(snapshot);
  return test ? TEST_SLOTS[test] : POSITION_SLOTS;
};

/** What a strip measures; undefined when there is no such strip there. */
export function dimensionAt(snapshot: string, slot: string): Dimension | undefined {
  const known = SNAPSHOT_LABELS.find((p) => p === snapshot);
  if (!known) return undefined;
  const slots = slotsAt(known);
  return Object.hasOwn(slots, slot) ? slots[slot] : undefined;
}
