export { ClaimPage } from "./claim-page";
export { NextPumpPage } from "./next-page";
