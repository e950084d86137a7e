import "server-only";

export {
  authSecret,
  demoPeople,
  hasPassphrase,
  idOfName,
  takeWelcome,
  WELCOME_HOURS,
  welcomed,
  welcomeFor,
} from "./accounts";
export { signInName } from "./account-names";
export { isKnownDevice, rememberDevice } from "./devices";
export { keepSessionKey, sessionKey } from "./session-keys";
export { siteOf, type Thing } from "./grants";
export { isAway } from "./away";
export { bringCase } from "./bring-case";
export { bringRows } from "./bring-in";
export { type Double, doublesOf, sameSerial, sayTheSame, tellApart } from "./doubles";
export { changeIdentity, type Identity, identityOf, putIdentityBack } from "./identity";
export {
  callsOfPump,
  causedVisits,
  type EarlierCall,
  logEntry,
  type LogAsked,
  logOfPump,
  logPage,
  logRows,
  signers,
  sheetOfEntry,
  settledVisits,
  visitPoints,
} from "./log";
export { ArchiveRefused, type Arrived, bringIn, type Incoming } from "./archive/in";
export { type ArchiveCounts, archiveCounts, readingYard, type YardRows } from "./archive/out";
export { findAnything, type Found } from "./find";
export {
  addInstrument,
  changeInstrument,
  instrumentOf,
  type InstrumentRow,
  listInstruments,
  setAside,
  zerosOf,
} from "./instruments";
export { dropLogView, keepLogView, logViews } from "./log-views";
export { everyOpenCall, openCalls, openSheetsOf } from "./open-calls";
export { addPerson, namesOf, people, saveSettings, saveUnits, sighted } from "./people";
export { keepPhoto, photoBytes, picturesOf } from "./photos";
export {
  createPump,
  loadPump,
  type PumpRecord,
  pumpsByCode,
  setRetired,
  zoneOfPump,
} from "./pumps";
export {
  currentRating,
  type Fit,
  fitOf,
  putPlateBack,
  putRatingBack,
  saveFit,
  lastFactsChange,
  putFactsBack,
  savePlace,
  savePlate,
  saveRating,
} from "./register";
export { decide, eraseName, listedPeople, takeOff } from "./roster";
export { type Forecast, type PersonRow, plateFacts, type Role } from "./rows";
export { appendEntries, entriesAfter, sheetOfEntries } from "./sheet-entries";
export { onSheetChange } from "./listen";
export {
  addToLog,
  assignSheet,
  callFacts,
  changeCall,
  loadSheet,
  moveSheet,
  openSheet,
  type Refusal,
  openRounds,
  saveForecast,
  type SheetRecord,
  type Signature,
  signSheet,
} from "./sheets";
export {
  everyOpenPromise,
  movePromise,
  openPromises,
  PROMISE_KINDS,
  promisesOf,
  pumpOfPromise,
  settlePromise,
} from "./promises";
export { keepLineProposal, lineProposal, lineProposalsOf } from "./line-proposals";
export {
  endPaperLinks,
  makePaperLink,
  type Paper,
  paper,
  paperLinks,
  paperOfLink,
} from "./paper-links";
export { placeRounds, type RoundOf, saveRounds } from "./rounds";
export { keepCallMadeAway } from "./made-away";
export { type By, sees, type Sites } from "./sites";
export { atHand } from "./at-hand";
export { endTeam, makeTeam, saveTeam, teams } from "./teams";
export { makeToken, revokeToken, type Token, tokenOf, tokens } from "./tokens";
export { addToTrail, trailPage, type TrailRow, wholeTrail } from "./trail";
export { type Drift, drifts, yearOfPlace } from "./trend";
export { databaseVersion } from "./version";
export {
  MOST_CHOICES,
  registerRows,
  places,
  type PumpChoice,
  pumpChoices,
  yardPage,
  type YardPump,
} from "./yard";
export { wordsIn } from "./words";
export { upkeepDone } from "./upkeep";
