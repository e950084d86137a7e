import { onRoute } from "@/access/index.server";
import { dayOf } from "@/features/on-device/index.server";

/** GET /api/day: what a device has to have for a day without a network. */
export async function GET() {
  const entered = await onRoute("work");
  if (!entered.ok)
    return Response.json(
      { errors: [{ path: "", message: entered.message }] },
      { status: entered.status },
    );
  return Response.json(await dayOf(entered.visitor), {
    headers: { "cache-control": "private, no-store" },
  });
}
