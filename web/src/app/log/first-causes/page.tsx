import type { Metadata } from "next";
import { FirstCausesPage } from "@/features/log";
import { loadFirstCauses } from "@/features/log/index.server";

export const metadata: Metadata = { title: "First causes" };

export default async function Page() {
  return <FirstCausesPage told={await loadFirstCauses()} />;
}
