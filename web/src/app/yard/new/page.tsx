import { FAMILIES } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { NewPumpForm } from "@/features/yard";
import { knownPlaces } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "New pump" };

export default async function Page() {
  return <NewPumpForm families={FAMILIES} sites={await knownPlaces()} />;
}
