import { pumpId } from "@yard-tack/core/case";
import { note, onRoute } from "@/access/index.server";
import { readingsCsv } from "@/features/report/index.server";
import { download } from "@/shell/download";

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = pumpId.safeParse((await params).id);
  const entered = await onRoute("read", id.success ? { pump: id.data } : undefined);
  const file = entered.ok && id.success ? await readingsCsv(id.data) : undefined;
  if (entered.ok && file) await note(entered.visitor.id, "exported", file.name);
  return download(file, "text/csv; charset=utf-8", entered.ok ? 404 : entered.status);
}
