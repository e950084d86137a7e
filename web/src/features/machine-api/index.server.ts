import "server-only";

export { openApi } from "./openapi";
export { takeReadings } from "./readings";
export { listPumps, tellCurve, tellEntry, tellLog, tellPump, tellSheet, tellSheets } from "./reads";
