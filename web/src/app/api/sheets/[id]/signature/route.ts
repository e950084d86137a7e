import { receiveSignature } from "@/features/run-sheet/index.server";

export async function PUT(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return receiveSignature(request, (await params).id);
}
