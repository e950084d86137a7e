import { calendar } from "@/features/machine-api/index.server";

export async function GET(request: Request) {
  return calendar(request);
}
