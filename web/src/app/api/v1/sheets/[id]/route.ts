import { tellSheet } from "@/features/machine-api/index.server";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return tellSheet(request, (await params).id);
}
