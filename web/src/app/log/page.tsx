import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { LogPage } from "@/features/log";
import { loadLog } from "@/features/log/index.server";
import { pageOf } from "@/shell/page-of";

export const metadata: Metadata = { title: "Log" };

export default async function Page({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  const { sites } = await onPage("read");
  return <LogPage log={await loadLog(sites, pageOf((await searchParams).page))} />;
}
