import { pumpId } from "@yard-tack/core/case";
import { note, onRoute } from "@/access/index.server";
import { claimPdf } from "@/features/report/index.server";
import { download } from "@/shell/download";

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = pumpId.safeParse((await params).id);
  const entered = await onRoute("read", id.success ? { pump: id.data } : undefined);
  if (!entered.ok) return download(undefined, "application/pdf", entered.status);
  const { id: person, units } = entered.visitor;
  const file = id.success ? await claimPdf(id.data, new Date(), units) : undefined;
  if (file) await note(person, "exported", file.name);
  return download(file, "application/pdf");
}
