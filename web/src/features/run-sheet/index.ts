export { SheetPage } from "./sheet-page";
export { caseOfSheet } from "./case-of-sheet";
export { foldEntries } from "./sheet-state";
