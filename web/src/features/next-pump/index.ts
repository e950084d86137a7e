export { ClaimPage } from "./claim-page";
export type { FactPart } from "./claim-parts";
export { NextPumpPage } from "./next-page";
