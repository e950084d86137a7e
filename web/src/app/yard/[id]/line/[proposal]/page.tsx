import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { onPage } from "@/access/index.server";
import { ProposalPage } from "@/features/line";
import { loadProposal } from "@/features/line/index.server";

export const metadata: Metadata = { title: "A change of a line" };

export default async function Page({
  params,
}: {
  params: Promise<{ id: string; proposal: string }>;
}) {
  const { id: pump, proposal } = await params;
  const id = pumpId.safeParse(pump);
  await onPage("read", id.success ? { pump: id.data } : undefined);
  const of = z.uuid().safeParse(proposal);
  const dto = id.success && of.success ? await loadProposal(id.data, of.data) : undefined;
  if (!dto) notFound();
  return <ProposalPage dto={dto} />;
}
