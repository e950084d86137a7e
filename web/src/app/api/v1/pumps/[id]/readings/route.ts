import { takeReadings } from "@/features/machine-api/index.server";

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return takeReadings(request, (await params).id);
}
