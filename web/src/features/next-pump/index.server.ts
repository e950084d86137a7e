import "server-only";

export { loadClaim, loadNextPump } from "./server";
