import { logEntryId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { LogEntryPage } from "@/features/log";
import { loadLogEntry } from "@/features/log/index.server";
import { OwnerLink } from "@/features/report";
import { linksOf } from "@/features/report/index.server";

export const metadata: Metadata = { title: "Log entry" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = logEntryId.safeParse((await params).id);
  await onPage("read", id.success ? { entry: id.data } : undefined);
  const entry = id.success ? await loadLogEntry(id.data) : undefined;
  if (!id.success || !entry) notFound();
  const of = { kind: "visit", entry: id.data } as const;
  const links = await linksOf(of, entry.zone);
  return <LogEntryPage entry={entry} forOwner={<OwnerLink of={of} links={links} />} />;
}
