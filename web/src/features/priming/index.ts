export { BenchAt } from "./bench-at";
export { BenchPage } from "./bench-page";
