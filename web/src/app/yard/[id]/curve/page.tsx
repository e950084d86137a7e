import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { CurveEditor } from "@/features/curve";
import { loadCurvePage } from "@/features/curve/index.server";

export const metadata: Metadata = { title: "Rated curve" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = pumpId.safeParse((await params).id);
  await onPage("register", id.success ? { pump: id.data } : undefined);
  const dto = id.success ? await loadCurvePage(id.data) : undefined;
  if (!dto) notFound();
  return <CurveEditor dto={dto} />;
}
