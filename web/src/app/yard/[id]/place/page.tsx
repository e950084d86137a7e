import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { PlaceEditor } from "@/features/place";
import { loadPlacePage } from "@/features/place/index.server";

export const metadata: Metadata = { title: "Pump and place" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = pumpId.safeParse((await params).id);
  await onPage("register", id.success ? { pump: id.data } : undefined);
  const dto = id.success ? await loadPlacePage(id.data) : undefined;
  if (!dto) notFound();
  return <PlaceEditor {...dto} key={dto.version} />;
}
