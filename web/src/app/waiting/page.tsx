import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { WaitingPage } from "@/features/on-device";

export const metadata: Metadata = { title: "Waiting" };

export default async function Page() {
  await onPage("work");
  return <WaitingPage />;
}
