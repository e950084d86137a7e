import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { ComparePage } from "@/features/compare";
import { loadCompare } from "@/features/compare/index.server";

export const metadata: Metadata = { title: "Compare" };

type Asked = string | string[] | undefined;
const LONGEST = 80;
const FIGURE = 40;

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Readonly<Record<string, Asked>>>;
}) {
  const id = pumpId.safeParse((await params).id);
  const { sites, units } = await onPage("read", id.success ? { pump: id.data } : undefined);
  const search = await searchParams;
  const asked = search["with"];
  const text = (key: string, longest: number) => {
    const value = search[key];
    return typeof value === "string" ? value.trim().slice(0, longest) : "";
  };
  const others = (typeof asked === "string" ? asked.split(",") : []).flatMap((part) => {
    const other = pumpId.safeParse(part);
    return other.success ? [other.data] : [];
  });
  const told = {
    find: text("find", LONGEST),
    whatIf: {
      ...{ speed: text("speed", FIGURE), wheel: text("wheel", FIGURE) },
      ...{ flow: text("flow", FIGURE), head: text("head", FIGURE) },
    },
  };
  const dto = id.success ? await loadCompare(sites, id.data, others, told, units) : undefined;
  if (!dto) notFound();
  return <ComparePage dto={dto} />;
}
