export { liquidFaultWords, noteWords } from "./case-notes.ts";
export { leverWords } from "./levers.ts";
export { doubtWords } from "./doubts.ts";
export { vibrationWords } from "./vibration.ts";
