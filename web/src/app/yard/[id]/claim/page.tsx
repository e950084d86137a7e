import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { ClaimPage } from "@/features/next-pump";
import { OwnerLink } from "@/features/report";
import { linksOf } from "@/features/report/index.server";
import { loadClaim } from "@/features/next-pump/index.server";

export const metadata: Metadata = { title: "Warranty claim" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = pumpId.safeParse((await params).id);
  const { units } = await onPage("read", id.success ? { pump: id.data } : undefined);
  const dto = id.success ? await loadClaim(id.data, units) : undefined;
  if (!id.success || !dto) notFound();
  const of = { kind: "claim", pump: id.data } as const;
  const links = await linksOf(of, dto.pump.zone);
  return <ClaimPage dto={dto} forOwner={<OwnerLink of={of} what="this claim" links={links} />} />;
}
