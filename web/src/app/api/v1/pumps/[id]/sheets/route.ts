import { tellSheets } from "@/features/machine-api/index.server";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return tellSheets(request, (await params).id);
}
