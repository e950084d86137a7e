import "server-only";

export { loadSheetDto, sheetTitle } from "./server";
export { receiveEntries } from "./receive";
export { sendEntries, sheetEvents } from "./sheet-events";
export { receiveSignature } from "./receive-signature";
export { receivePhoto, sendPhoto } from "./photo-bytes";
