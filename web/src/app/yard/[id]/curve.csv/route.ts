import { curveCsv } from "@/features/curve/index.server";
import { download } from "@/shell/download";

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  return download(await curveCsv((await params).id), "text/csv; charset=utf-8");
}
