import "server-only";

export { loadSheetDto, sheetTitle } from "./server";
export { receiveEntries } from "./receive";
export { receivePhoto, sendPhoto } from "./photo-bytes";
