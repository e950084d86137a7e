export { BlankSheet } from "./blank-sheet";
export { type KeptHere, keptHere } from "./kept-here";
export { type SheetDto, SHEET_SHAPE } from "./sheet-dto";
export { SheetPage } from "./sheet-page";
