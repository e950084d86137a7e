import { receiveSessionKey } from "@/features/who/index.server";

export async function PUT(request: Request) {
  return receiveSessionKey(request);
}
