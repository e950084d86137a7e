import { openApi } from "@/features/machine-api/index.server";

export function GET() {
  return openApi();
}
