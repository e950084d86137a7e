export { ask } from "./ask";
export { type CourierState, makeCourier, pauseFor } from "./courier";
export {
  forgetOld,
  forgetSheet,
  hereIs,
  type KeptSheet,
  keepSheet,
  keptSheet,
  keptSheets,
  whoWasHere,
} from "./days";
export { isFinal } from "./final";
export { NobodyHere } from "./nobody-here";
export { isHereAgain } from "./here-again";
export { haveKey } from "./session-key";
export { clockFault } from "./device-clock";
export { entryId, type EntryId, idOf } from "./ids";
export { type Held, makeHeld } from "./held";
export { callOf, forgetSignature, keepCall, keepSignature, signatureOf } from "./kept-forms";
export {
  keepPhoto,
  keepPhotos,
  photosAcknowledged,
  photosRefused,
  photosWaiting,
  refusePhoto,
} from "./kept-photos";
export {
  acknowledged,
  asideOf,
  draftsOf,
  forgetAside,
  isWhole,
  keep,
  keepAll,
  keepDraft,
  setAside,
  tryAgain,
  waiting,
} from "./outbox";
export { onCleared } from "./opening";
export { postEntries, putPhoto, putSignature } from "./post";
export { type Room, roomHere } from "./room";
export { isBehind, sendAll, sendsForItself } from "./send-all";
export { type AsideEntry, type KeptPhoto, type KeptSignature, newerWasHere } from "./store";
export { everythingKept, takeIn, type Unsent, unsent, unsentSheets } from "./unsent";
