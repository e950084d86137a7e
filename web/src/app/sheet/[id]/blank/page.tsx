import { sheetId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { BlankSheet } from "@/features/run-sheet";
import { loadSheetDto } from "@/features/run-sheet/index.server";

export const metadata: Metadata = { title: "Blank sheet" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = sheetId.safeParse((await params).id);
  const { units } = await onPage("work", id.success ? { sheet: id.data } : undefined);
  const sheet = id.success ? await loadSheetDto(id.data) : undefined;
  if (!sheet) notFound();
  return <BlankSheet dto={sheet} units={units} />;
}
