import "server-only";

export { loadCompare } from "./server";
