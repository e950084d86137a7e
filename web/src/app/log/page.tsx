import type { Metadata } from "next";
import { LogPage } from "@/features/log";
import { loadLog } from "@/features/log/index.server";

export const metadata: Metadata = { title: "Log" };

export default async function Page() {
  return <LogPage rows={await loadLog()} />;
}
