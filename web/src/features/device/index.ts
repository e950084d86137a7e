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
export { entryId, type EntryId } from "./ids";
export {
  acknowledged,
  type AsideEntry,
  asideOf,
  draftsOf,
  forgetAside,
  keep,
  keepDraft,
  keepPhoto,
  type KeptPhoto,
  photosAcknowledged,
  photosWaiting,
  setAside,
  unsentSheets,
  waiting,
} from "./outbox";
export { postEntries, putPhoto } from "./post";
