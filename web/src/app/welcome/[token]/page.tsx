import type { Metadata } from "next";
import { WelcomeOver, WelcomePage } from "@/features/who";
import { loadWelcome } from "@/features/who/index.server";

export const metadata: Metadata = { title: "Welcome", referrer: "no-referrer" };

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const whom = await loadWelcome(token);
  return whom ? <WelcomePage token={token} name={whom.name} /> : <WelcomeOver />;
}
