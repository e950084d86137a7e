import { sheetEvents } from "@/features/run-sheet/index.server";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return sheetEvents(request, (await params).id);
}
