import { sheetId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { cache } from "react";
import { may } from "@/access";
import { onPage } from "@/access/index.server";
import { SheetPage } from "@/features/run-sheet";
import { loadSheetDto, sheetTitle } from "@/features/run-sheet/index.server";

interface Asked {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** Once a request, though its title and its page both want it. */
const sheetOf = cache(async (text: string) => {
  const id = sheetId.safeParse(text);
  const { role } = await onPage("read", id.success ? { sheet: id.data } : undefined);
  const sheet = id.success ? await loadSheetDto(id.data) : undefined;
  // Whoever only reads sees what it leaves: in the log, and on the page of its pump.
  if (sheet && !may(role, "work")) redirect(`/yard/${sheet.pump.id}`);
  return sheet;
});

/** Named as the page will be: what comes late from the server must not take the step's name away. */
export async function generateMetadata({ params, searchParams }: Asked): Promise<Metadata> {
  const [{ id }, asked] = await Promise.all([params, searchParams]);
  const sheet = await sheetOf(id);
  return { title: sheet ? sheetTitle(sheet, asked) : "No such sheet" };
}

export default async function Page({ params }: Asked) {
  const sheet = await sheetOf((await params).id);
  if (!sheet) notFound();
  return <SheetPage dto={sheet} />;
}
