import { onRoute } from "@/access/index.server";
import { trailCsv } from "@/features/who/index.server";
import { download } from "@/shell/download";

export async function GET() {
  const entered = await onRoute("people");
  if (!entered.ok) return download(undefined, "text/csv", entered.status);
  return download(await trailCsv(entered.visitor), "text/csv; charset=utf-8");
}
