import { openApi } from "@/features/diagnose-api/index.server";

export function GET() {
  return openApi();
}
