import "server-only";

export { loadSlate } from "./server";
