import { diagnoseRequest } from "@/features/diagnose-api/index.server";

export async function POST(request: Request) {
  return diagnoseRequest(request);
}
