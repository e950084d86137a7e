import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { ComparePage } from "@/features/compare";
import { loadCompare } from "@/features/compare/index.server";

export const metadata: Metadata = { title: "Compare" };

type Asked = string | string[] | undefined;
const LONGEST = 80;

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ with?: Asked; find?: Asked }>;
}) {
  const id = pumpId.safeParse((await params).id);
  const { sites, units } = await onPage("read", id.success ? { pump: id.data } : undefined);
  const { with: asked, find } = await searchParams;
  const others = (typeof asked === "string" ? asked.split(",") : []).flatMap((text) => {
    const other = pumpId.safeParse(text);
    return other.success ? [other.data] : [];
  });
  const words = typeof find === "string" ? find.slice(0, LONGEST) : "";
  const dto = id.success ? await loadCompare(sites, id.data, others, words, units) : undefined;
  if (!dto) notFound();
  return <ComparePage dto={dto} />;
}
