import { receiveCall } from "@/features/slate/index.server";

export async function PUT(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return receiveCall(request, (await params).id);
}
