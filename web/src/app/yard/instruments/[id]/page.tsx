import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { onPage } from "@/access/index.server";
import { InstrumentPage } from "@/features/instruments";
import { loadInstrument } from "@/features/instruments/index.server";

export const metadata: Metadata = { title: "Instrument" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = z.uuid().safeParse((await params).id);
  const { sites, units } = await onPage("read");
  const dto = id.success ? await loadInstrument(sites, id.data, units) : undefined;
  if (!dto) notFound();
  return <InstrumentPage {...dto} />;
}
