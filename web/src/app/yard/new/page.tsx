import { FAMILIES } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { NewPumpForm } from "@/features/yard";
import { loadYard } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "New pump" };

export default async function Page() {
  const sites = await loadYard();
  return <NewPumpForm families={FAMILIES} sites={sites.map(({ id, name }) => ({ id, name }))} />;
}
