import "server-only";

export { loadPlacePage } from "./server";
