import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { FirstCausesPage } from "@/features/log";
import { loadFirstCauses } from "@/features/log/index.server";

export const metadata: Metadata = { title: "First causes" };

export default async function Page() {
  const { sites } = await onPage("read");
  return <FirstCausesPage told={await loadFirstCauses(sites)} />;
}
