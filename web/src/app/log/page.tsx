import type { Metadata } from "next";
import { onPage } from "@/access/index.server";
import { LogPage } from "@/features/log";
import { askedOf, loadLog } from "@/features/log/index.server";
import { pageOf } from "@/shell/page-of";

export const metadata: Metadata = { title: "Log" };

type Address = Readonly<Record<string, string | string[] | undefined>>;

export default async function Page({ searchParams }: { searchParams: Promise<Address> }) {
  const { id, sites } = await onPage("read");
  const address = await searchParams;
  return <LogPage log={await loadLog(sites, pageOf(address.page), askedOf(address), id)} />;
}
