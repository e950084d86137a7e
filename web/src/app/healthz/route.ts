import { health } from "@/edge";

export function GET() {
  return health();
}
