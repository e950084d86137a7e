import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { SlatePage } from "@/features/slate";
import { loadSlate } from "@/features/slate/index.server";
import { pageOf } from "@/shell/page-of";

export const metadata: Metadata = { title: "Slate" };

export default async function Page({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  const { sites } = await onPage("read");
  const slate = await loadSlate(sites, pageOf((await searchParams).page));
  return <SlatePage slate={slate} now={new Date().toISOString()} />;
}
