import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { IdentityForm } from "@/features/yard";
import { loadIdentity } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "Tag, family and place" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = pumpId.safeParse((await params).id);
  const dto = id.success ? await loadIdentity(id.data) : undefined;
  if (!dto) notFound();
  return <IdentityForm dto={dto} />;
}
