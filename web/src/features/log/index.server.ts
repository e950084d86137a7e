import "server-only";

export { askedOf } from "./asked";
export { comesBack, recurrenceOf, since } from "./recurrence";
export { loadFirstCauses, loadLog, loadLogEntry } from "./server";
