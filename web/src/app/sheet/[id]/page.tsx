import { sheetId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { SheetPage } from "@/features/run-sheet";
import { loadSheetDto } from "@/features/run-sheet/index.server";

export const metadata: Metadata = { title: "Run sheet" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = sheetId.safeParse((await params).id);
  const sheet = id.success ? await loadSheetDto(id.data) : undefined;
  if (!sheet) notFound();
  return <SheetPage dto={sheet} />;
}
