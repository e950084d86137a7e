import { tellLog } from "@/features/machine-api/index.server";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return tellLog(request, (await params).id);
}
