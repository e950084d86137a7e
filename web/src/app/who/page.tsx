import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { AccountPage } from "@/features/who";
import { backTo, loadAccount } from "@/features/who/index.server";

export const metadata: Metadata = { title: "Who is here" };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ back?: string; changed?: string }>;
}) {
  const visitor = await onPage("read");
  const [account, { back, changed }] = await Promise.all([loadAccount(visitor), searchParams]);
  return <AccountPage {...account} back={backTo(back)} changed={changed === "yes"} />;
}
