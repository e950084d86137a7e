export { CauseCostsPage } from "./cause-costs-page";
export { FirstCausesPage } from "./first-causes-page";
export { LogEntryPage } from "./entry-page";
export { LogPage } from "./log-page";
