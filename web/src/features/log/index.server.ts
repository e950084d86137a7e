import "server-only";

export { recurrenceOf, recurrences } from "./recurrence";
export { loadLog, loadLogEntry } from "./server";
export { LogEntryPage } from "./entry-page";
export { LogPage } from "./log-page";
