import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { SheetPage } from "@/features/run-sheet";
import { loadSheet } from "@/features/run-sheet/index.server";

export const metadata: Metadata = { title: "Run sheet" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = z.uuid().safeParse((await params).id);
  const sheet = id.success ? await loadSheet(id.data) : undefined;
  if (!sheet) notFound();
  return <SheetPage dto={sheet} />;
}
