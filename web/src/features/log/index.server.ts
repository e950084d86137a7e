import "server-only";

export { recurrenceOf, recurrences } from "./recurrence";
export { loadLog, loadLogEntry } from "./server";
