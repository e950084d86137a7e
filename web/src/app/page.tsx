import type { Metadata } from "next";
import { SlatePage } from "@/features/slate";
import { loadSlate } from "@/features/slate/index.server";

export const metadata: Metadata = { title: "Slate" };

export default async function Page() {
  return <SlatePage {...await loadSlate()} now={new Date().toISOString()} />;
}
