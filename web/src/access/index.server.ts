import "server-only";

export {
  changePassphrase,
  enterFreely,
  freeToEnter,
  signInWith,
  signOutHere,
  welcomeIn,
} from "./sign-in";
export { isAble, NOT_SHOWN } from "./author";
export { onMachine } from "./token";
export { note } from "./trail";
export { onAction, onPage, onRoute, sessionIdHere, type Visitor, visitorHere } from "./visitor";
