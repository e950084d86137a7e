export { BlankSheet } from "./blank-sheet";
export { SheetPage } from "./sheet-page";
