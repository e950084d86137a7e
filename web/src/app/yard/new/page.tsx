import { FAMILIES } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { NewPumpForm } from "@/features/yard";
import { knownPlaces } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "New pump" };

export default async function Page() {
  const { sites } = await onPage("register");
  return <NewPumpForm families={FAMILIES} sites={await knownPlaces(sites)} />;
}
