import { notFound, redirect } from "next/navigation";
import { pumpByCode } from "@/features/yard/index.server";

/** The address on a pump's tag. */
export default async function Page({ params }: { params: Promise<{ code: string }> }) {
  const id = await pumpByCode((await params).code);
  if (!id) notFound();
  redirect(`/yard/${id}`);
}
