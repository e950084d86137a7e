export { RoundButton } from "./round-button";
export { RoundsPage } from "./rounds-page";
