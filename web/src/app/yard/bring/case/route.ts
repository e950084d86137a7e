import { receiveCase } from "@/features/bring-in/index.server";

export const POST = (request: Request) => receiveCase(request);
