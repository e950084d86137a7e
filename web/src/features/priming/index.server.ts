import "server-only";

export { loadBench } from "./server";
