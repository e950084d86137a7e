import { logEntryId } from "@yard-tack/core/case";
import { note, onRoute } from "@/access/index.server";
import { visitCase } from "@/features/report/index.server";
import { download } from "@/shell/download";

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = logEntryId.safeParse((await params).id);
  const entered = await onRoute("read", id.success ? { entry: id.data } : undefined);
  const file = entered.ok && id.success ? await visitCase(id.data) : undefined;
  if (entered.ok && file) await note(entered.visitor.id, "exported", file.name);
  return download(file, "application/json; charset=utf-8", entered.ok ? 404 : entered.status);
}
