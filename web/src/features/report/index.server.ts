import "server-only";

export { linksOf, sharedPdf, visitPdf } from "./server";
export { logCsv, pumpsCsv, readingsCsv } from "./tables";
export { visitCase } from "./visit-case";
