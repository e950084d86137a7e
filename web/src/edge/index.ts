import "server-only";

export { acting, answering, type Failed, refuse } from "./answer";
export { readBytes, readJson } from "./body";
