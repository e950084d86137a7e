import "server-only";

export { backTo } from "./back";
export { enterDemo } from "./enter-demo";
export {
  loadAccount,
  loadAuthority,
  loadPeople,
  loadTeams,
  loadTokens,
  loadTrail,
  loadWelcome,
  trailCsv,
} from "./server";
export { saveSettings } from "./save-settings";
