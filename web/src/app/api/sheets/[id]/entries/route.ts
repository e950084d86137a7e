import { receiveEntries, sendEntries } from "@/features/run-sheet/index.server";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return sendEntries(request, (await params).id);
}

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return receiveEntries(request, (await params).id);
}
