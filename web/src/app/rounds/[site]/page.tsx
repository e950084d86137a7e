import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { onPage } from "@/access/index.server";
import { RoundsPage } from "@/features/rounds";
import { OwnerLink } from "@/features/report";
import { linksOf } from "@/features/report/index.server";
import { loadRounds } from "@/features/rounds/index.server";

export const metadata: Metadata = { title: "Rounds" };

export default async function Page({ params }: { params: Promise<{ site: string }> }) {
  const site = z.uuid().safeParse((await params).site);
  const { sites } = await onPage("register");
  const dto = site.success ? await loadRounds(sites, site.data) : undefined;
  if (!site.success || !dto) notFound();
  const year = new Date().getUTCFullYear();
  const of = { kind: "year", site: site.data, year } as const;
  const links = await linksOf(of, dto.zone);
  return (
    <RoundsPage
      dto={dto}
      forOwner={<OwnerLink of={of} what={`the report of ${year}`} links={links} />}
    />
  );
}
