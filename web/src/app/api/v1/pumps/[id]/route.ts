import { tellPump } from "@/features/machine-api/index.server";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return tellPump(request, (await params).id);
}
