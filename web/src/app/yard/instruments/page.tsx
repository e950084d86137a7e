import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { InstrumentsPage } from "@/features/instruments";
import { loadInstruments } from "@/features/instruments/index.server";

export const metadata: Metadata = { title: "Instruments" };

export default async function Page({ searchParams }: { searchParams: Promise<{ pump?: string }> }) {
  const pump = pumpId.safeParse((await searchParams).pump);
  const { sites } = await onPage("read", pump.success ? { pump: pump.data } : undefined);
  return <InstrumentsPage {...await loadInstruments(sites, pump.success ? pump.data : null)} />;
}
