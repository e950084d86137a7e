import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { TrustPage } from "@/features/who";
import { loadAuthority } from "@/features/who/index.server";

export const metadata: Metadata = { title: "Trust this machine" };

export default async function Page() {
  const authority = await loadAuthority();
  if (!authority) notFound();
  return <TrustPage fingerprint={authority.fingerprint256} />;
}
