import { notFound, redirect } from "next/navigation";
import { onPage } from "@/access/index.server";
import { pumpByCode } from "@/features/yard/index.server";

/** The address on a pump's tag. */
export default async function Page({ params }: { params: Promise<{ code: string }> }) {
  await onPage("read");
  const id = await pumpByCode((await params).code);
  if (!id) notFound();
  await onPage("read", { pump: id });
  redirect(`/yard/${id}`);
}
