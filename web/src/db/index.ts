import "server-only";

export { isAway } from "./away";
export { type LogRecord, logEntries, logEntry, type PumpVisit, visitPoints } from "./log";
export { people, saveSettings } from "./people";
export { keepPhoto, photoBytes } from "./photos";
export {
  createPump,
  loadPump,
  pumpExists,
  type PumpRecord,
  pumpsByCode,
  setRetired,
  yard,
} from "./pumps";
export { currentRating, putRatingBack, savePlace, savePlate, saveRating } from "./register";
export { type Forecast, plateFacts } from "./rows";
export { appendEntries } from "./sheet-entries";
export {
  addToLog,
  loadSheet,
  openSheet,
  openSheets,
  type Refusal,
  saveForecast,
  type SheetRecord,
  type Signature,
  signSheet,
} from "./sheets";
