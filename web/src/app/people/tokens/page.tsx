import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { TokensPage } from "@/features/who";
import { loadTokens } from "@/features/who/index.server";

export const metadata: Metadata = { title: "Tokens" };

export default async function Page() {
  await onPage("people");
  return <TokensPage {...await loadTokens()} />;
}
