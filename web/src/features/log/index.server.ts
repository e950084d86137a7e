import "server-only";

export { askedOf } from "./asked";
export { comesBack, recurrenceOf, since } from "./recurrence";
export { loadCauseCosts, loadFirstCauses, loadLog, loadLogEntry } from "./server";
