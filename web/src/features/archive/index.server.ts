import "server-only";

export { packYard } from "./pack";
export { receiveArchive } from "./receive";
export { loadArchivePage } from "./server";
