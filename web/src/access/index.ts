/** What of access needs no server: rules, words, and what stands before every request. */
export { digestOf, makeKey, type Proof, publicHalf, signWritten, type Written } from "./written";
export { proof, publicKey } from "./written-forms";
export { passage } from "./gate";
export { contentPolicy, HEADERS } from "./page-policy";
export { passphrase } from "./passphrase";
export { may, mayClose, ROLE_NAMES } from "./rights";
export { addressOf, authorityFile, otherNames } from "./served";
