import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { onPage } from "@/access/index.server";
import { RoundsPage } from "@/features/rounds";
import { loadRounds } from "@/features/rounds/index.server";

export const metadata: Metadata = { title: "Rounds" };

export default async function Page({ params }: { params: Promise<{ site: string }> }) {
  const site = z.uuid().safeParse((await params).site);
  const { sites } = await onPage("register");
  const dto = site.success ? await loadRounds(sites, site.data) : undefined;
  if (!dto) notFound();
  return <RoundsPage dto={dto} />;
}
