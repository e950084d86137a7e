import { pumpId, sheetId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { LinePage } from "@/features/line";
import { loadLinePage } from "@/features/line/index.server";

export const metadata: Metadata = { title: "Line" };

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ sheet?: string | string[] }>;
}) {
  const id = pumpId.safeParse((await params).id);
  await onPage("register", id.success ? { pump: id.data } : undefined);
  const dto = id.success ? await loadLinePage(id.data) : undefined;
  if (!dto) notFound();
  const sheet = sheetId.safeParse((await searchParams).sheet);
  return <LinePage dto={dto} back={sheet.success ? `/sheet/${sheet.data}` : null} />;
}
