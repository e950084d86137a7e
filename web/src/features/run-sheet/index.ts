export { SheetPage } from "./sheet-page";
export type { SheetDto } from "./sheet-dto";
export { caseOfSheet, gaugePlaces } from "./case-of-sheet";
export { foldEntries } from "./sheet-state";
