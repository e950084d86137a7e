import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { PlaceEditor } from "@/features/place";
import { loadPump } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "Pump and place" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const pump = await loadPump((await params).id);
  if (!pump) notFound();
  return <PlaceEditor pumpId={pump.id} tag={pump.tag} version={pump.version} base={pump.base} />;
}
