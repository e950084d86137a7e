/** The gauge a pressure is read on: where it hangs, how good it is, what its zero was today. */
import type { GaugeFact } from "../case/index.ts";
import { parseQuantity } from "../quantity/index.ts";
import { notedText, type VisitState } from "./fold.ts";
import { type Instrument, zeroPlay } from "./gauges.ts";

export type Side = "suction" | "discharge";

export interface GaugeInUse {
  /** The pump's own gauge of this side: heights and line belong to its tapping, whichever is screwed in. */
  readonly own: Instrument | undefined;
  /** The gauge itself: the pump's own, or one of the van's. */
  readonly gauge: Instrument | undefined;
  readonly height: string | undefined;
  readonly tappingHeight: string | undefined;
  readonly line: "full" | "empty" | undefined;
  readonly range: readonly [string, string] | undefined;
  readonly percent: number | undefined;
  readonly division: string | undefined;
  /** What it showed at rest today: as written, and SI [Pa]. */
  readonly zero: { readonly text: string; readonly si: number } | undefined;
  /** What it may stand off and still be in its class [Pa]. */
  readonly zeroPlay: number;
}

type Noted = Pick<VisitState, "notes">;
type WithInstruments = { readonly instruments: readonly Instrument[] };

/** Which side a slot is read on; undefined when it is no pressure of the pump. */
export const sideOf = (slot: string): Side | undefined =>
  slot === "suctionPressure" ? "suction" : slot === "dischargePressure" ? "discharge" : undefined;

export const ownGauge = (pump: WithInstruments, side: Side): Instrument | undefined =>
  pump.instruments.find((i) => !i.travels && !i.retired && i.kind === `${side}-gauge`);

/** Gauges of the van that can be screwed in. */
export const vanGauges = (pump: WithInstruments): Instrument[] =>
  pump.instruments.filter((i) => i.travels && !i.retired && i.kind.endsWith("gauge"));

/** The gauge of a side, with what this visit noted over what was remembered. */
export function gaugeInUse(pump: WithInstruments, visit: Noted, side: Side): GaugeInUse {
  const own = ownGauge(pump, side);
  const chosen = notedText(visit, { topic: "read-with", side });
  const gauge = pump.instruments.find((i) => i.id === chosen) ?? own;
  const said = (id: string | undefined, fact: GaugeFact) =>
    id === undefined ? undefined : notedText(visit, { topic: "gauge", instrument: id, fact });
  const low = said(gauge?.id, "low") ?? gauge?.range?.[0];
  const high = said(gauge?.id, "high") ?? gauge?.range?.[1];
  const range = low && high ? ([low, high] as const) : undefined;
  const percent = Number(said(gauge?.id, "percent") ?? gauge?.percent ?? Number.NaN);
  const known = Number.isFinite(percent) ? percent : undefined;
  const line = said(own?.id, "line") ?? own?.line;
  const zeroText = gauge ? notedText(visit, { topic: "zero", instrument: gauge.id }) : undefined;
  const zero = zeroText === undefined ? undefined : parseQuantity(zeroText, "pressure");
  return {
    own,
    gauge,
    height: said(own?.id, "height") ?? own?.gaugeHeight ?? undefined,
    tappingHeight: own?.tappingHeight ?? undefined,
    line: line === "full" || line === "empty" ? line : undefined,
    range,
    percent: known,
    division: gauge?.division ?? undefined,
    zero: zero?.ok && zeroText !== undefined ? { text: zeroText, si: zero.value.si } : undefined,
    zeroPlay: zeroPlay({ range: range ?? null, percent: known ?? null }),
  };
}
