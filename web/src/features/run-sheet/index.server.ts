import "server-only";

export { loadSheet } from "./server";
export { receiveEntries } from "./receive";
export { receivePhoto, sendPhoto } from "./photo-bytes";
