import "server-only";

export { loadSheetDto } from "./server";
export { receiveEntries } from "./receive";
export { receivePhoto, sendPhoto } from "./photo-bytes";
