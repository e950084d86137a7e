import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { TrailPage } from "@/features/who";
import { loadTrail } from "@/features/who/index.server";
import { pageOf } from "@/shell/page-of";

export const metadata: Metadata = { title: "The trail" };

export default async function Page({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  await onPage("people");
  return <TrailPage {...await loadTrail(pageOf((await searchParams).page))} />;
}
