import "server-only";
import { instrumentOf, type InstrumentRow, listInstruments, type Sites } from "@/db";

export interface InstrumentsDto {
  readonly instruments: readonly (InstrumentRow & { readonly over: boolean })[];
  /** The pump they are asked for; null for all of the van and those with a calibration. */
  readonly pump: string | null;
}

/** A calibration is good on its last day; days are counted where the server stands. */
const today = () => new Date().toISOString().slice(0, 10);

export async function loadInstruments(sites: Sites, pump: string | null): Promise<InstrumentsDto> {
  const day = today();
  const all = await listInstruments(sites, pump);
  return {
    pump,
    instruments: all.map((i) => ({
      ...i,
      over: !i.retired && i.goodUntil !== null && i.goodUntil < day,
    })),
  };
}

export const loadInstrument = (sites: Sites, id: string): Promise<InstrumentRow | undefined> =>
  instrumentOf(sites, id);
