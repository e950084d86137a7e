/** Captured strips as `readings` of a test, and as a snapshot before or after it. */
import type { TestId } from "../case/index.ts";

/** The text of a strip; undefined while it is not read. */
type Raw = (slot: string) => string | undefined;
type Json = Record<string, unknown>;

const threeOf = (raw: Raw, stem: string): (string | null)[] | undefined => {
  const list = [0, 1, 2].map((i) => raw(`${stem}.${i}`) ?? null);
  return list.some((v) => v !== null) ? list : undefined;
};

/** Keys of the case format by test; a test not named keeps its strips in the log only. */
const READINGS: Readonly<Partial<Record<TestId, (raw: Raw) => Json>>> = {
  "vacuum-plate": (raw) => ({
    peak: raw("peak"),
    fall: raw("fallTo") && raw("over") ? { to: raw("fallTo"), over: raw("over") } : undefined,
    volume: raw("volume"),
    speed: raw("speed"),
  }),
  "roll-leads": (raw) => {
    const rows = [0, 1, 2].map((h) => threeOf(raw, `amps.${h}`));
    return { amps: rows.every((r) => r !== undefined) ? rows : undefined };
  },
  "winding-resistance": (raw) => ({ ohms: threeOf(raw, "ohms"), temperature: raw("temperature") }),
  insulation: (raw) => ({ ohms: threeOf(raw, "ohms"), temperature: raw("temperature") }),
  "capacitor-check": (raw) => ({ current: raw("current"), voltage: raw("voltage") }),
  "drain-back": (raw) => ({ fall: raw("fall"), over: raw("over") }),
  "two-direction": (raw) => ({
    forward: raw("forward") ?? raw("throwForward"),
    reverse: raw("reverse") ?? raw("throwReverse"),
  }),
  "timed-drawdown": (raw) => ({
    diameter: raw("diameter"),
    fall: raw("fall"),
    over: raw("over"),
    inflow: raw("inflow"),
  }),
  "gauge-zero": (raw) => ({ suction: raw("suction"), discharge: raw("discharge") }),
};

const present = (json: Json): Json | undefined => {
  const kept = Object.entries(json).filter(([, v]) => v !== undefined);
  return kept.length > 0 ? Object.fromEntries(kept) : undefined;
};

/** `readings` of a test in a case file; undefined when nothing of it was captured. */
export const caseReadings = (test: TestId, raw: Raw): Json | undefined =>
  present(READINGS[test]?.(raw) ?? {});

/** Slots of a snapshot that a capture can hold before and after. */
const SNAPSHOT_SLOTS = ["suctionPressure", "dischargePressure", "flow", "level", "speed"] as const;

/**
 * Tests after which the pump runs as it should if they cured it. What is read with a pump slowed, a
 * valve throttled or a gauge exchanged on purpose is no such reading.
 */
const RUNS_AGAIN: readonly TestId[] = [
  "terminal-retighten-reread",
  "clean-strainer-reread",
  "vent-casing-reread",
  "raise-level-reread",
  "submerge-deeper-reread",
  "isolate-standby-reread",
];

/** What was read after a test, as keys of a snapshot; undefined when nothing was that counts. */
export function readAfter(test: TestId, raw: Raw): Json | undefined {
  if (!RUNS_AGAIN.includes(test)) return undefined;
  const amps = threeOf(raw, "after.amps");
  return present({
    ...Object.fromEntries(SNAPSHOT_SLOTS.map((s) => [s, raw(`after.${s}`)])),
    ...(amps ? { amps } : {}),
  });
}
