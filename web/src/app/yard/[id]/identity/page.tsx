import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { IdentityForm } from "@/features/yard";
import { loadIdentity } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "Tag, family and place" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = pumpId.safeParse((await params).id);
  const { sites } = await onPage("register", id.success ? { pump: id.data } : undefined);
  const dto = id.success ? await loadIdentity(sites, id.data) : undefined;
  if (!dto) notFound();
  return <IdentityForm dto={dto} key={dto.version} />;
}
