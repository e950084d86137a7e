export { type Visit, visitOf, visitOfFault, visitOfRemedy } from "./visit.ts";
