import "server-only";

export { comesBack, recurrenceOf, since } from "./recurrence";
export { loadLog, loadLogEntry } from "./server";
