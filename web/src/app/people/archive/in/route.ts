import { receiveArchive } from "@/features/archive/index.server";

export const POST = (request: Request) => receiveArchive(request);
