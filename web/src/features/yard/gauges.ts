/** A pump's gauges as they are remembered: from the register, and from what visits noted since. */
import { parseQuantity } from "@yard-tack/core/quantity";
import type { InstrumentDto, ZeroDto } from "./pump-dto";

interface Row {
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
}

interface Check {
  readonly instrumentId: string;
  readonly at: Date;
  readonly deviation: string;
  readonly passed: boolean;
}

interface Note {
  readonly key: string;
  readonly text: string;
  readonly at: Date;
}

/** What a note may say of a gauge. */
export type GaugeFact = "unit" | "low" | "high" | "percent" | "height" | "line";

/** Share of its span a gauge without a class is taken to be good for [%]. */
const ASSUMED_PERCENT = 2.5;

export interface Gauges {
  readonly instruments: readonly InstrumentDto[];
  /** Every zero check, from the register and from visits, oldest first. */
  readonly zeroChecks: readonly Check[];
}

/**
 * Puts register and notes together. A pump without a gauge in the register gets one of each side to
 * hang notes on, unless its suction is under water.
 * @param notes - `gauge.<instrument>.<fact>` and `zero.<instrument>`, oldest first
 */
export function rememberedGauges(
  pump: { readonly id: string; readonly installation: string | null | undefined },
  rows: readonly Row[],
  checks: readonly Check[],
  notes: readonly Note[],
): Gauges {
  const sides = pump.installation === "submerged" ? ["discharge"] : ["suction", "discharge"];
  const missing = sides
    .filter((side) => !rows.some((r) => r.pumpId && r.kind === `${side}-gauge`))
    .map((side) => ({
      id: `${side}-of-${pump.id}`,
      name: side === "suction" ? "Suction gauge" : "Discharge gauge",
      kind: `${side}-gauge`,
      pumpId: pump.id,
      unit: "",
    }));
  const all: Row[] = [...rows, ...missing];
  const said = (id: string, fact: GaugeFact) =>
    notes.findLast((n) => n.key === `gauge.${id}.${fact}`)?.text || undefined;
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
    } satisfies Omit<InstrumentDto, "zero">;
  });
  const noted = notes.flatMap((n): Check[] => {
    const id = n.key.replace(/^zero\./, "");
    const gauge = described.find((d) => d.id === id);
    if (!n.key.startsWith("zero.") || !gauge || n.text === "") return [];
    const off = parseQuantity(n.text, "pressure");
    if (!off.ok) return [];
    const passed = Math.abs(off.value.si) <= zeroPlay(gauge);
    return [{ instrumentId: id, at: n.at, deviation: n.text, passed }];
  });
  const zeroChecks = [...checks, ...noted].sort((a, b) => a.at.getTime() - b.at.getTime());
  return {
    zeroChecks,
    instruments: described.map((d) => ({ ...d, zero: lastZero(zeroChecks, d.id) })),
  };
}

function lastZero(checks: readonly Check[], id: string): ZeroDto | null {
  const zero = checks.findLast((c) => c.instrumentId === id);
  return zero
    ? { at: zero.at.toISOString(), passed: zero.passed, deviation: zero.deviation }
    : null;
}

/** Without a range nothing is known of its span: this is half a division of a small gauge [Pa]. */
const UNKNOWN_PLAY = 5000;

/** What a gauge may stand off zero and still be in its class [Pa]. */
export function zeroPlay(gauge: Pick<InstrumentDto, "range" | "percent">): number {
  const [low, high] = (gauge.range ?? []).map((text) => parseQuantity(text, "pressure"));
  if (!low?.ok || !high?.ok) return UNKNOWN_PLAY;
  return (Math.abs(high.value.si - low.value.si) * (gauge.percent ?? ASSUMED_PERCENT)) / 100;
}
