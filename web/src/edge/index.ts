import "server-only";

export { acting, answering, type Failed, problem, refuse } from "./answer";
export { health, readiness } from "./health";
export { isOfType, NOT_JSON, readBytes, readJson, readText } from "./body";
