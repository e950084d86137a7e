import { listPumps } from "@/features/machine-api/index.server";

export function GET(request: Request) {
  return listPumps(request);
}
