import type { Metadata } from "next";
import { SlatePage } from "@/features/slate";
import { loadSlate } from "@/features/slate/index.server";
import { pageOf } from "@/shell/page-of";

export const metadata: Metadata = { title: "Slate" };

export default async function Page({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  const slate = await loadSlate(pageOf((await searchParams).page));
  return <SlatePage slate={slate} now={new Date().toISOString()} />;
}
