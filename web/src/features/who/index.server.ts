import "server-only";

export { receiveSessionKey } from "./keep-session-key";
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
