export {
  auditDischarge,
  auditSuction,
  FLAGS,
  SPEED_ALARM,
  SPEED_NOTE,
  suctionFlags,
} from "./audit/index.ts";
export type { AuditedPump, AuditInputs, Finding, Say } from "./audit/index.ts";
export { highPoints } from "./audit/places.ts";
export { airOfLine, lineEffect } from "./effect.ts";
export type { LineEffect, LinePump } from "./effect.ts";
export { lineFaults, MOST_PARTS } from "./faults.ts";
export type { LineFault, LineFaultCode } from "./faults.ts";
export { READY_LAYOUTS } from "./layouts.ts";
export type { ReadyLayout } from "./layouts.ts";
export { boresOf, edited, hasLength, nextSize, sizeFrom, SOURCE_ENDS } from "./part.ts";
export type { LineEdit, LinePart, ReducerShape } from "./part.ts";
export { pressureLine } from "./pressure-line.ts";
export type { LineFlow, PressureLine, PressurePoint } from "./pressure-line.ts";
export { placed } from "./profile.ts";
export type { LineEnds, PlacedPart } from "./profile.ts";
export { type Halving, halving, type HalvingLook, type ShutPlace, shutPlaces } from "./halving.ts";
