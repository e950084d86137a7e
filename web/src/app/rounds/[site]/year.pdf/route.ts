import * as z from "zod";
import { note, onRoute } from "@/access/index.server";
import { yearPdf } from "@/features/report/index.server";
import { download } from "@/shell/download";

const asked = z.object({ site: z.uuid(), year: z.coerce.number().int().min(1990).max(2199) });

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  const entered = await onRoute("read");
  if (!entered.ok) return download(undefined, "application/pdf", entered.status);
  const { id, sites } = entered.visitor;
  const now = new Date();
  const wanted = new URL(request.url).searchParams.get("year") ?? now.getUTCFullYear();
  const parsed = asked.safeParse({ site: (await params).site, year: wanted });
  const file = parsed.success
    ? await yearPdf(sites, parsed.data.site, parsed.data.year, now)
    : undefined;
  if (file) await note(id, "exported", `the report ${file.name}`);
  return download(file, "application/pdf");
}
