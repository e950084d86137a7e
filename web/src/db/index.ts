import "server-only";

export { isAway } from "./away";
export { changeIdentity, type Identity, identityOf } from "./identity";
export {
  callsOfPump,
  type EarlierCall,
  logEntry,
  logOfPump,
  logPage,
  settledVisits,
  visitPoints,
} from "./log";
export { openCalls, openSheetsOf } from "./open-calls";
export { addPerson, people, saveSettings } from "./people";
export { keepPhoto, photoBytes } from "./photos";
export {
  createPump,
  loadPump,
  type PumpRecord,
  pumpsByCode,
  setRetired,
  zoneOfPump,
} from "./pumps";
export { currentRating, putRatingBack, savePlace, savePlate, saveRating } from "./register";
export { type Forecast, plateFacts } from "./rows";
export { appendEntries } from "./sheet-entries";
export {
  addToLog,
  changeCall,
  loadSheet,
  openSheet,
  type Refusal,
  saveForecast,
  type SheetRecord,
  type Signature,
  signSheet,
  zoneOfSheet,
} from "./sheets";
export { type Drift, drifts } from "./trend";
export {
  MOST_CHOICES,
  places,
  type PumpChoice,
  pumpChoices,
  yardPage,
  type YardPump,
} from "./yard";
