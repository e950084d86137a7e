export { InstrumentPage } from "./instrument-page";
export { InstrumentsPage } from "./instruments-page";
