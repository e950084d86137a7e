/** A pump's gauges as they are remembered: from the register, and from what visits noted since. */
import type { GaugeFact } from "../case/index.ts";
import { parseQuantity } from "../quantity/index.ts";
import type { Note } from "./entries.ts";

/** One look at an instrument's zero. */
interface ZeroSeen {
  readonly at: string;
  readonly passed: boolean;
  readonly deviation: string;
}

/** An instrument a reading may be taken with. */
export interface Instrument {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  /** Of the van, not of this pump. */
  readonly travels: boolean;
  readonly unit: string;
  readonly range: readonly [string, string] | null;
  readonly percent: number | null;
  readonly division: string | null;
  readonly gaugeHeight: string | null;
  readonly tappingHeight: string | null;
  readonly line: "full" | "empty" | null;
  readonly zero: ZeroSeen | null;
  /** Last day its calibration is good for, ISO 8601; null where nobody said. */
  readonly goodUntil: string | null;
  /** Nobody carries it any more; what was read with it still names it. */
  readonly retired: boolean;
}

/** An instrument as the register has it. */
export interface RegisteredInstrument {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly pumpId?: string | null;
  readonly unit: string;
  readonly rangeLow?: string | null;
  readonly rangeHigh?: string | null;
  readonly percent?: number | null;
  readonly division?: string | null;
  readonly gaugeHeight?: string | null;
  readonly tappingHeight?: string | null;
  readonly line?: string | null;
  readonly goodUntil?: string | null;
  readonly retiredAt?: string | null;
}

/** A zero check as the register has it. */
export interface ZeroCheck {
  readonly instrumentId: string;
  readonly at: Date;
  readonly deviation: string;
  readonly passed: boolean;
}

/** What a visit noted of a gauge, and when. */
export interface GaugeNote {
  readonly note: Note;
  readonly at: Date;
}

/** Share of its span a gauge without a class is taken to be good for [%]. */
const ASSUMED_PERCENT = 2.5;

export interface Gauges {
  readonly instruments: readonly Instrument[];
  /** Every zero check, from the register and from visits, oldest first. */
  readonly zeroChecks: readonly ZeroCheck[];
}

/**
 * Puts register and notes together. A pump without a gauge in the register gets one of each side to
 * hang notes on, unless its suction is under water.
 * @param submerged - its suction is under water
 * @param notes - of `gauge` and `zero`, oldest first
 */
export function rememberedGauges(
  pump: { readonly id: string; readonly submerged: boolean },
  rows: readonly RegisteredInstrument[],
  checks: readonly ZeroCheck[],
  notes: readonly GaugeNote[],
): Gauges {
  const sides = pump.submerged ? ["discharge"] : ["suction", "discharge"];
  const missing = sides
    .filter((side) => !rows.some((r) => r.pumpId && r.kind === `${side}-gauge`))
    .map((side) => ({
      id: `${side}-of-${pump.id}`,
      name: side === "suction" ? "Suction gauge" : "Discharge gauge",
      kind: `${side}-gauge`,
      pumpId: pump.id,
      unit: "",
    }));
  const all: RegisteredInstrument[] = [...rows, ...missing];
  const said = (id: string, fact: GaugeFact) =>
    notes.findLast(({ note: n }) => n.topic === "gauge" && n.instrument === id && n.fact === fact)
      ?.note.value ?? undefined;
  const described = all.map((r) => {
    const [low, high] = [said(r.id, "low") ?? r.rangeLow, said(r.id, "high") ?? r.rangeHigh];
    const percent = Number(said(r.id, "percent") ?? r.percent ?? Number.NaN);
    const line = said(r.id, "line") ?? r.line;
    return {
      id: r.id,
      name: r.name,
      kind: r.kind,
      travels: !r.pumpId,
      unit: said(r.id, "unit") ?? r.unit,
      range: low && high ? ([low, high] as const) : null,
      percent: Number.isFinite(percent) ? percent : null,
      division: r.division ?? null,
      gaugeHeight: said(r.id, "height") ?? r.gaugeHeight ?? null,
      tappingHeight: r.tappingHeight ?? null,
      line: line === "full" || line === "empty" ? line : null,
      goodUntil: r.goodUntil ?? null,
      retired: Boolean(r.retiredAt),
    } satisfies Omit<Instrument, "zero">;
  });
  const noted = notes.flatMap(({ note, at }): ZeroCheck[] => {
    if (note.topic !== "zero" || note.value === null) return [];
    const gauge = described.find((d) => d.id === note.instrument);
    const off = parseQuantity(note.value, "pressure");
    if (!gauge || !off.ok) return [];
    const passed = Math.abs(off.value.si) <= zeroPlay(gauge);
    return [{ instrumentId: gauge.id, at, deviation: note.value, passed }];
  });
  const zeroChecks = [...checks, ...noted].sort((a, b) => a.at.getTime() - b.at.getTime());
  return {
    zeroChecks,
    instruments: described.map((d) => ({ ...d, zero: lastZero(zeroChecks, d.id) })),
  };
}

function lastZero(checks: readonly ZeroCheck[], id: string): ZeroSeen | null {
  const zero = checks.findLast((c) => c.instrumentId === id);
  return zero
    ? { at: zero.at.toISOString(), passed: zero.passed, deviation: zero.deviation }
    : null;
}

/** Without a range nothing is known of its span: this is half a division of a small gauge [Pa]. */
const UNKNOWN_PLAY = 5000;

/** What a gauge may stand off zero and still be in its class [Pa]. */
export function zeroPlay(gauge: Pick<Instrument, "range" | "percent">): number {
  const [low, high] = (gauge.range ?? []).map((text) => parseQuantity(text, "pressure"));
  if (!low?.ok || !high?.ok) return UNKNOWN_PLAY;
  return (Math.abs(high.value.si - low.value.si) * (gauge.percent ?? ASSUMED_PERCENT)) / 100;
}
