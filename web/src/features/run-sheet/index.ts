export { BlankSheet } from "./blank-sheet";
export { type SheetDto, SHEET_SHAPE } from "./sheet-dto";
export { SheetPage } from "./sheet-page";
