import { note, onRoute } from "@/access/index.server";
import { pumpsCsv } from "@/features/report/index.server";
import { download } from "@/shell/download";

const LONGEST = 80;

export async function GET(request: Request) {
  const entered = await onRoute("read");
  if (!entered.ok) return download(undefined, "text/csv", entered.status);
  const { id, sites } = entered.visitor;
  const words = new URL(request.url).searchParams.get("find") ?? "";
  await note(id, "exported", "the pumps");
  return download(await pumpsCsv(sites, words.slice(0, LONGEST)), "text/csv; charset=utf-8");
}
