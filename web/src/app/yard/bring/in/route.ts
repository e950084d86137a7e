import { receiveTable } from "@/features/bring-in/index.server";

export const POST = (request: Request) => receiveTable(request);
