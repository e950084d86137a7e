import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { CauseCostsPage } from "@/features/log";
import { loadCauseCosts } from "@/features/log/index.server";

export const metadata: Metadata = { title: "What causes cost" };

export default async function Page() {
  const { sites } = await onPage("read");
  return <CauseCostsPage told={await loadCauseCosts(sites)} />;
}
