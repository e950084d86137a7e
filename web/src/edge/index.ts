import "server-only";

export { acting, answering, type Failed, refuse } from "./answer";
export { NOT_JSON, readBytes, readJson, readText } from "./body";
