import { note, onRoute } from "@/access/index.server";
import { packYard } from "@/features/archive/index.server";
import { download } from "@/shell/download";

export async function GET() {
  const entered = await onRoute("people");
  if (!entered.ok) return download(undefined, "application/zip", entered.status);
  await note(entered.visitor.id, "exported", "the whole Yard");
  const now = new Date();
  const name = `yard-${now.toISOString().slice(0, 10)}.zip`;
  return download({ name, text: packYard(now) }, "application/zip");
}
