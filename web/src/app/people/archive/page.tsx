import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { ArchivePage } from "@/features/archive";
import { loadArchivePage } from "@/features/archive/index.server";

export const metadata: Metadata = { title: "Archive" };

export default async function Page() {
  await onPage("people");
  return <ArchivePage {...await loadArchivePage()} />;
}
