import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { BringPage } from "@/features/bring-in";

export const metadata: Metadata = { title: "Bring a table in" };

export default async function Page() {
  await onPage("register");
  return <BringPage />;
}
