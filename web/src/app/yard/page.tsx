import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { YardPage } from "@/features/yard";
import { loadYard } from "@/features/yard/index.server";
import { pageOf } from "@/shell/page-of";

export const metadata: Metadata = { title: "Yard" };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ find?: string | string[]; page?: string }>;
}) {
  const { sites } = await onPage("read");
  const { find, page } = await searchParams;
  const yard = await loadYard(sites, [find ?? ""].flat().join(" "), pageOf(page));
  return <YardPage yard={yard} />;
}
