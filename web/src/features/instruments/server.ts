import "server-only";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { gaugeTrust } from "@yard-tack/core/record";
import { instrumentOf, type InstrumentRow, listInstruments, type Sites, zerosOf } from "@/db";
import { day } from "@/shell/times";
import { together } from "@/shell/together";

export interface InstrumentsDto {
  readonly instruments: readonly (InstrumentRow & { readonly over: boolean })[];
  /** The pump they are asked for; null for all of the van and those with a calibration. */
  readonly pump: string | null;
}

/** A calibration is good on its last day; days are counted where the server stands. */
const today = () => new Date().toISOString().slice(0, 10);

export async function loadInstruments(sites: Sites, pump: string | null): Promise<InstrumentsDto> {
  const now = today();
  const all = await listInstruments(sites, pump);
  return {
    pump,
    instruments: all.map((i) => ({
      ...i,
      over: !i.retired && i.goodUntil !== null && i.goodUntil < now,
    })),
  };
}

export interface InstrumentDto {
  readonly instrument: InstrumentRow;
  /** What its zeros tell, and each of them, newest first; null of one that has no zero to look at. */
  readonly trust: {
    readonly say: readonly string[];
    readonly looks: readonly { readonly day: string; readonly shown: string }[];
  } | null;
}

export async function loadInstrument(
  sites: Sites,
  id: string,
  units: UnitSystem,
): Promise<InstrumentDto | undefined> {
  const instrument = await instrumentOf(sites, id);
  if (!instrument) return undefined;
  if (!instrument.kind.endsWith("gauge")) return { instrument, trust: null };
  const { rangeLow, rangeHigh, percent } = instrument;
  const zeros = (await zerosOf(id)).map(({ at, shown }) => ({ at: at.toISOString(), shown }));
  const range = rangeLow !== null && rangeHigh !== null ? ([rangeLow, rangeHigh] as const) : null;
  const { say } = gaugeTrust(zeros.toReversed(), { range, percent }, units);
  const looks = zeros.map(({ at, shown }) => ({ day: day(at, "UTC"), shown }));
  return { instrument, trust: { say: say.map(together), looks } };
}
