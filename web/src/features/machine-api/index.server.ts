import "server-only";

export { calendar } from "./calendar";
export { openApi } from "./openapi";
export { takeReadings } from "./readings";
export {
  listPumps,
  tellCurve,
  tellEntry,
  tellFollowUps,
  tellLog,
  tellPump,
  tellSheet,
  tellSheets,
} from "./reads";
