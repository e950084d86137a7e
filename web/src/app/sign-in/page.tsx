import type { Metadata } from "next";
import { authorityFile } from "@/access";
import { freeToEnter } from "@/access/index.server";
import { SignInPage } from "@/features/who";
import { backTo } from "@/features/who/index.server";

export const metadata: Metadata = { title: "Sign in" };

export default async function Page({ searchParams }: { searchParams: Promise<{ back?: string }> }) {
  const [free, { back }] = await Promise.all([freeToEnter(), searchParams]);
  return <SignInPage free={free} back={backTo(back)} ownCertificate={Boolean(authorityFile())} />;
}
