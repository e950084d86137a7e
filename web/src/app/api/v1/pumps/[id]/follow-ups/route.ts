import { tellFollowUps } from "@/features/machine-api/index.server";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return tellFollowUps(request, (await params).id);
}
