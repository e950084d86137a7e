import { logEntryId } from "@yard-tack/core/case";
import { note, onRoute } from "@/access/index.server";
import { visitPdf } from "@/features/report/index.server";
import { download } from "@/shell/download";

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = logEntryId.safeParse((await params).id);
  const entered = await onRoute("read", id.success ? { entry: id.data } : undefined);
  if (!entered.ok) return download(undefined, "application/pdf", entered.status);
  const file = id.success ? await visitPdf(id.data) : undefined;
  if (file) await note(entered.visitor.id, "exported", file.name);
  return download(file, "application/pdf");
}
