import type { Metadata } from "next";
import { YardPage } from "@/features/yard";
import { loadYard } from "@/features/yard/index.server";
import { pageOf } from "@/shell/page-of";

export const metadata: Metadata = { title: "Yard" };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ find?: string | string[]; page?: string }>;
}) {
  const { find, page } = await searchParams;
  return <YardPage yard={await loadYard([find ?? ""].flat().join(" "), pageOf(page))} />;
}
