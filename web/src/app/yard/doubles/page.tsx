import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { DoublesPage } from "@/features/doubles";
import { loadDoubles } from "@/features/doubles/index.server";

export const metadata: Metadata = { title: "Doubles" };

export default async function Page() {
  const { sites } = await onPage("read");
  return <DoublesPage doubles={await loadDoubles(sites)} />;
}
