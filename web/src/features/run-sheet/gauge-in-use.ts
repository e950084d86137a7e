/** The gauge a pressure is read on: where it hangs, how good it is, what its zero was today. */
import { parseQuantity } from "@yard-tack/core/quantity";
import { type GaugeFact, type InstrumentDto, type PumpDto, zeroPlay } from "@/features/yard";
import type { SheetState } from "./sheet-state";

export type Side = "suction" | "discharge";

export interface GaugeInUse {
  /** The place on the pump: heights and line belong to it, whichever gauge is screwed in. */
  readonly place: InstrumentDto | undefined;
  /** The gauge itself: the pump's own, or one of the van's. */
  readonly gauge: InstrumentDto | undefined;
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

type Notes = SheetState["notes"];

export const factKey = (instrumentId: string, fact: GaugeFact): string =>
  `gauge.${instrumentId}.${fact}`;
export const zeroKey = (instrumentId: string): string => `zero.${instrumentId}`;
export const withKey = (side: Side): string => `with.${side}`;

/** Which side a slot is read on; undefined when it is no pressure of the pump. */
export const sideOf = (slot: string): Side | undefined =>
  slot === "suctionPressure" ? "suction" : slot === "dischargePressure" ? "discharge" : undefined;

export const placeOf = (pump: PumpDto, side: Side): InstrumentDto | undefined =>
  pump.instruments.find((i) => !i.travels && i.kind === `${side}-gauge`);

/** Gauges of the van that can be screwed in. */
export const vanGauges = (pump: PumpDto): InstrumentDto[] =>
  pump.instruments.filter((i) => i.travels && i.kind.endsWith("gauge"));

/** The gauge of a side, with what this visit noted over what was remembered. */
export function gaugeInUse(pump: PumpDto, notes: Notes, side: Side): GaugeInUse {
  const place = placeOf(pump, side);
  const chosen = notes.get(withKey(side))?.text;
  const gauge = pump.instruments.find((i) => i.id === chosen) ?? place;
  const said = (id: string | undefined, fact: GaugeFact) =>
    id === undefined ? undefined : notes.get(factKey(id, fact))?.text;
  const low = said(gauge?.id, "low") ?? gauge?.range?.[0];
  const high = said(gauge?.id, "high") ?? gauge?.range?.[1];
  const range = low && high ? ([low, high] as const) : undefined;
  const percent = Number(said(gauge?.id, "percent") ?? gauge?.percent ?? Number.NaN);
  const known = Number.isFinite(percent) ? percent : undefined;
  const line = said(place?.id, "line") ?? place?.line;
  const zeroText = gauge ? notes.get(zeroKey(gauge.id))?.text : undefined;
  const zero = zeroText === undefined ? undefined : parseQuantity(zeroText, "pressure");
  return {
    place,
    gauge,
    height: said(place?.id, "height") ?? place?.gaugeHeight ?? undefined,
    tappingHeight: place?.tappingHeight ?? undefined,
    line: line === "full" || line === "empty" ? line : undefined,
    range,
    percent: known,
    division: gauge?.division ?? undefined,
    zero: zero?.ok && zeroText !== undefined ? { text: zeroText, si: zero.value.si } : undefined,
    zeroPlay: zeroPlay({ range: range ?? null, percent: known ?? null }),
  };
}
