import type { Metadata } from "next";
import { LogPage } from "@/features/log";
import { loadLog } from "@/features/log/index.server";
import { pageOf } from "@/shell/page-of";

export const metadata: Metadata = { title: "Log" };

export default async function Page({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  return <LogPage log={await loadLog(pageOf((await searchParams).page))} />;
}
