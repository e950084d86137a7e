/** What a healthy pump would show on each gauge, before anything is read: the band on the strip. */
import { currentAtLoad, noLoadCurrentOf } from "../drive/index.ts";
import { gaugePa } from "../quantity/index.ts";
import { expectedSpeed, type Situation, type Snapshot } from "../visit/index.ts";
import { emptyState, operate } from "./model/operating-state.ts";
import { expectedAt, type ReadingKind } from "./model/reading-evidence.ts";
import { soundReadings } from "./model/sound-readings.ts";

interface ExpectedBand {
  readonly low: number;
  readonly high: number;
}

/** Bands by slot of the run sheet, SI (speeds in r/min); a slot the model cannot tell is absent. */
export type Expectations = Readonly<
  Partial<Record<"suctionPressure" | "dischargePressure" | "flow" | "amps" | "speed", ExpectedBand>>
>;

const SLOTS: Readonly<Partial<Record<ReadingKind, "suctionPressure" | "dischargePressure">>> = {
  "suction-gauge": "suctionPressure",
  "discharge-alone": "dischargePressure",
};

/** A duty is met within this share of flow on most days. */
const FLOW_PLAY = 0.1;

/**
 * Works the bands out from curve, layout, plate and fingerprints, at the duty.
 * @param tappings - heights and bores of the gauges; their pressures are not looked at
 */
export function expectationsOf(situation: Situation, tappings: Snapshot): Expectations {
  const template: Snapshot = {
    key: "",
    label: "",
    valve: tappings.valve,
    running: true,
    volts: [],
    amps: [],
    level: tappings.level,
    suction: tappings.suction && {
      ...tappings.suction,
      pressure: gaugePa(0),
      line: tappings.suction.line,
    },
    discharge: tappings.discharge && { ...tappings.discharge, pressure: gaugePa(1) },
  };
  const { setting, readings, flow } = soundReadings(situation, template);
  const out: Partial<Record<keyof Expectations, ExpectedBand>> = {};
  // A fire-water pump is read at whatever flow its header is set to: only what no flow moves is expected.
  const setByHand = situation.family === "fire";
  const spanOver = (f: (q: number) => number, extra: number): ExpectedBand => {
    const values = [1 - FLOW_PLAY, 1, 1 + FLOW_PLAY].map((p) => f(flow * p));
    return { low: Math.min(...values) - extra, high: Math.max(...values) + extra };
  };
  const state = emptyState();
  for (const r of readings) {
    const slot = SLOTS[r.kind];
    const told = r.known || (slot === "suctionPressure" ? situation.layout !== undefined : true);
    if (!slot || !told || setByHand) continue;
    operate(setting, flow, state);
    const extra = 1.3 * Math.sqrt(expectedAt(r, state).variance);
    out[slot] = spanOver((q) => {
      operate(setting, q, state);
      return expectedAt(r, state).predicted;
    }, extra);
  }
  if (situation.curve && flow > 0 && !setByHand) {
    out.flow = { low: flow * (1 - FLOW_PLAY), high: flow * (1 + FLOW_PLAY) };
  }
  const { motor } = situation;
  const noLoad = motor && noLoadCurrentOf(motor)?.value;
  if (!setByHand && motor?.current && noLoad !== undefined && situation.curve?.power) {
    const full = motor.current;
    const amps = (q: number) => {
      operate(setting, q, state);
      return currentAtLoad(state.power / motor.power, full, noLoad);
    };
    out.amps = spanOver(amps, 0.05 * full);
  }
  const speed = expectedSpeed(situation, template);
  if (speed) {
    const play = Math.max(2 * speed.u, 0.002 * speed.value);
    out.speed = { low: speed.value - play, high: speed.value + play };
  }
  return out;
}
