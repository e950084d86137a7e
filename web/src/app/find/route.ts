import { onRoute } from "@/access/index.server";
import { find } from "@/features/find/index.server";

export async function GET(request: Request) {
  const entered = await onRoute("read");
  if (!entered.ok) return Response.json([], { status: entered.status });
  const text = new URL(request.url).searchParams.get("words") ?? "";
  return Response.json(await find(entered.visitor, text), {
    headers: { "cache-control": "private, no-store" },
  });
}
