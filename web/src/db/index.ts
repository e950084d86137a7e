import "server-only";

export { unitOfWork } from "./connection";
export { appendRows } from "./append";
export type { AppendKind } from "./append";
export {
  logEntries,
  logEntry,
  openSheets,
  people,
  photoBytes,
  pumpsByCode,
  pumpWithParts,
  sheetWithEntries,
  yard,
} from "./visits";
export { Curve, LogEntry, Person, Plate, Pump, RunSheet, Site } from "./entities";
export { inForce } from "./in-force";
