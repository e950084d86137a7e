import "server-only";

export { comesBack, recurrenceOf, since } from "./recurrence";
export { loadFirstCauses, loadLog, loadLogEntry } from "./server";
