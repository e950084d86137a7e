import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { PeoplePage } from "@/features/who";
import { loadPeople } from "@/features/who/index.server";

export const metadata: Metadata = { title: "People" };

export default async function Page() {
  await onPage("people");
  return <PeoplePage {...await loadPeople()} />;
}
