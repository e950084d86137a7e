import { note, onRoute } from "@/access/index.server";
import { askedOf } from "@/features/log/index.server";
import { logCsv } from "@/features/report/index.server";
import { download } from "@/shell/download";

export async function GET(request: Request) {
  const entered = await onRoute("read");
  if (!entered.ok) return download(undefined, "text/csv", entered.status);
  const { id, sites } = entered.visitor;
  const asked = askedOf(Object.fromEntries(new URL(request.url).searchParams));
  await note(id, "exported", "the log");
  return download(await logCsv(sites, asked), "text/csv; charset=utf-8");
}
