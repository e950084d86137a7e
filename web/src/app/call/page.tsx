import type { Metadata } from "next";
import { NewCallForm } from "@/features/slate";
import { loadYard } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "New call" };

export default async function Page({ searchParams }: { searchParams: Promise<{ pump?: string }> }) {
  const [sites, { pump }] = await Promise.all([loadYard(), searchParams]);
  const pumps = sites.flatMap((s) =>
    s.pumps.map((p) => ({ id: p.id, name: `${p.tag}, ${p.purpose || s.name}` })),
  );
  return (
    <NewCallForm pumps={pumps} chosen={pumps.some((p) => p.id === pump) ? (pump ?? "") : ""} />
  );
}
