export { type Visit, visitOf } from "./visit.ts";
