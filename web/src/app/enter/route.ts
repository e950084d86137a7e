import { enterDemo } from "@/features/who/index.server";

export async function POST(request: Request) {
  return enterDemo(request);
}
