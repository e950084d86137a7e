import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { BenchPage } from "@/features/priming";
import { loadBench } from "@/features/priming/index.server";

export const metadata: Metadata = { title: "Bench" };

type Asked = string | string[] | undefined;

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ layout?: Asked; pump?: Asked }>;
}) {
  const { layout, pump } = await searchParams;
  const id = pumpId.safeParse(pump);
  await onPage("read", id.success ? { pump: id.data } : undefined);
  const dto = await loadBench(typeof layout === "string" ? layout : undefined, id.data ?? null);
  return <BenchPage dto={dto} />;
}
