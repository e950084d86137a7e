import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { CurveEditor } from "@/features/curve";
import { loadCurvePage } from "@/features/curve/index.server";

export const metadata: Metadata = { title: "Rated curve" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = z.uuid().safeParse((await params).id);
  const dto = id.success ? await loadCurvePage(id.data) : undefined;
  if (!dto) notFound();
  return <CurveEditor dto={dto} />;
}
