import { caseFile } from "@/features/curve/index.server";
import { download } from "@/shell/download";

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  return download(await caseFile((await params).id), "application/json; charset=utf-8");
}
