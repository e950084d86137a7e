import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { TeamsPage } from "@/features/who";
import { loadTeams } from "@/features/who/index.server";

export const metadata: Metadata = { title: "Teams" };

export default async function Page() {
  await onPage("people");
  return <TeamsPage {...await loadTeams()} />;
}
