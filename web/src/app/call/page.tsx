import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { NewCallForm } from "@/features/slate";
import { choicesFor } from "@/features/slate/index.server";

export const metadata: Metadata = { title: "New call" };

export default async function Page({ searchParams }: { searchParams: Promise<{ pump?: string }> }) {
  await onPage("work");
  const wanted = pumpId.safeParse((await searchParams).pump);
  const chosen = wanted.success ? wanted.data : undefined;
  return <NewCallForm first={await choicesFor("", chosen)} chosen={chosen ?? ""} />;
}
