export { type Visit, visitOf, visitOfFault } from "./visit.ts";
