import "server-only";

export { everybody, personHere, whoIsHere } from "./here";
export { saveSettings } from "./save-settings";
