/** What a test is measured with: its own few strips, and how they are read. */
import type { TestId } from "../../case/index.ts";
import type { Dimension, UnitSystem } from "../../quantity/index.ts";
import type { PrimingInputs } from "../../suction/index.ts";
import type { PumpFacts } from "../../visit/index.ts";

/** One strip of a test. */
export interface CaptureField {
  /** Slot, unique within the test: amps.0.1, before.discharge, fall … */
  readonly slot: string;
  readonly name: string;
  readonly dimension: Dimension;
  readonly metric: readonly string[];
  readonly us: readonly string[];
  readonly signed?: boolean;
  /** Filled by the watch of the test. */
  readonly timed?: boolean;
}

/** Strips that belong together under a heading. */
export interface CaptureGroup {
  readonly name: string;
  readonly fields: readonly CaptureField[];
  /** Narrow strips in a row: three currents of a hook-up. */
  readonly compact?: boolean;
  /** Pumps that have what it asks for; all where left out. */
  readonly when?: (pump: PumpFacts) => boolean;
}

/** SI mean of a strip, by slot; undefined while it is not read. */
export type Captured = (slot: string) => number | undefined;

/** What a reader knows besides the strips. */
export interface CaptureContext {
  readonly pump: PumpFacts;
  readonly units: UnitSystem;
  /** Absolute [Pa]. */
  readonly atmosphere: number;
  /** What a sound pump would show, SI; speed in r/min. */
  readonly expected: {
    readonly speed?: { readonly low: number; readonly high: number };
    readonly flow?: { readonly low: number; readonly high: number };
  };
  readonly plate: {
    /** [Hz], [F] */
    readonly frequency?: number | undefined;
    readonly capacitor?: number | undefined;
  };
  /** What each gauge may stand off zero and still be in its class [Pa]. */
  readonly zeroBand: { readonly suction: number; readonly discharge: number };
  /** Free surface of the sump [m²], when the register has it. */
  readonly area?: number;
  /** What the primer has to draw off of the line that was drawn. */
  readonly air?: Omit<PrimingInputs, "capacity">;
}

/** How a capture reads: a sentence, and the outcome it speaks for. */
export interface CaptureReading {
  readonly say: string;
  /** Undefined while the readings do not decide. */
  readonly outcome?: string;
}

export interface CaptureRow {
  readonly test: TestId;
  readonly groups: readonly CaptureGroup[];
  /** Something is tightened, cleaned, vented or swapped: its after-reading is asked for. */
  readonly asksAfter?: true;
  /** Minutes the watch counts down from; it counts up when there is none. */
  readonly countdownMinutes?: number;
  readonly read: (captured: Captured, context: CaptureContext) => CaptureReading | undefined;
}

const PRESSURE = { metric: ["bar", "kPa", "inHg"], us: ["psi", "inHg", "ftH2O"] } as const;
const LENGTH = { metric: ["cm", "m", "mm"], us: ["in", "ft", "cm"] } as const;
const FLOW = { metric: ["m3/h", "L/s", "L/min"], us: ["gpm", "L/s", "m3/h"] } as const;

export const pressure = (slot: string, name: string): CaptureField => ({
  slot,
  name,
  dimension: "pressure",
  ...PRESSURE,
  signed: true,
});
export const length = (slot: string, name: string, signed = false): CaptureField => ({
  slot,
  name,
  dimension: "length",
  ...LENGTH,
  signed,
});
export const flow = (slot: string, name: string): CaptureField => ({
  slot,
  name,
  dimension: "flow",
  ...FLOW,
});
export const plain = (
  slot: string,
  name: string,
  dimension: Dimension,
  ...units: readonly string[]
): CaptureField => ({ slot, name, dimension, metric: units, us: units });
export const amps = (slot: string, name: string): CaptureField => plain(slot, name, "current", "A");
export const time = (slot: string, name: string): CaptureField => ({
  ...plain(slot, name, "time", "s", "min"),
  timed: true,
});
/** The groups of a test that belong to a pump. */
export const groupsFor = ({ groups }: CaptureRow, pump: PumpFacts): readonly CaptureGroup[] =>
  groups.filter((g) => g.when?.(pump) ?? true);
export const three = (stem: string, field: (slot: string, name: string) => CaptureField) =>
  [0, 1, 2].map((i) => field(`${stem}.${i}`, `L${i + 1}`));
