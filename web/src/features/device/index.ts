export { type CourierState, makeCourier, pauseFor } from "./courier";
export {
  forgetOld,
  hereIs,
  type KeptSheet,
  keepSheet,
  keptSheet,
  keptSheets,
  whoWasHere,
} from "./days";
export { NobodyHere } from "./nobody-here";
export { clockFault } from "./device-clock";
export { entryId, type EntryId, idOf } from "./ids";
export {
  acknowledged,
  type AsideEntry,
  asideOf,
  draftsOf,
  forgetAside,
  keep,
  keepDraft,
  callOf,
  forgetSignature,
  keepCall,
  keepPhoto,
  type KeptPhoto,
  type KeptSignature,
  keepSignature,
  photosAcknowledged,
  photosWaiting,
  setAside,
  signatureOf,
  everythingKept,
  takeIn,
  tryAgain,
  type Unsent,
  unsent,
  unsentSheets,
  waiting,
} from "./outbox";
export { postEntries, putPhoto, putSignature } from "./post";
export { type Room, roomHere } from "./room";
export { sendAll, sendsForItself } from "./send-all";
