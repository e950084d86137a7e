export { LogEntryPage } from "./entry-page";
export { LogPage } from "./log-page";
