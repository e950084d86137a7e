export { loadRounds } from "./server";
