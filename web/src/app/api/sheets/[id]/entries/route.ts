import { receiveEntries } from "@/features/run-sheet/index.server";

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return receiveEntries(request, (await params).id);
}
