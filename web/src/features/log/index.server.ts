import "server-only";

export { recurrenceOf } from "./recurrence";
export { logBody } from "./log-body";
export { loadLog, loadLogEntry } from "./server";
