import "server-only";

export { find } from "./server";
