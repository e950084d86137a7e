import "server-only";

export { claimParts } from "./claim-parts";
export { readyWords } from "./ready-words";
export { loadClaim, loadNextPump } from "./server";
