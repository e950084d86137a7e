import "server-only";

export { everybody, whoIsHere } from "./here";
export { saveSettings } from "./save-settings";
