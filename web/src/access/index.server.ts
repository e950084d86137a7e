import "server-only";

export {
  changePassphrase,
  enterFreely,
  freeToEnter,
  signInWith,
  signOutHere,
  welcomeIn,
} from "./sign-in";
export { onMachine } from "./token";
export { note } from "./trail";
export { onAction, onPage, onRoute, type Visitor, visitorHere } from "./visitor";
