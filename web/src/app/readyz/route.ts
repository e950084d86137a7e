import { readiness } from "@/edge";

export function GET() {
  return readiness();
}
