import type { Metadata } from "next";
import { YardPage } from "@/features/yard";
import { loadYard } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "Yard" };

export default async function Page() {
  return <YardPage sites={await loadYard()} />;
}
