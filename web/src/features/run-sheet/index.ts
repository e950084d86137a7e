export { SheetPage } from "./sheet-page";
