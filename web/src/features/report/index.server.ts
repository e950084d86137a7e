import "server-only";

export { linksOf, sharedPdf, visitPdf } from "./server";
export { logCsv, pumpsCsv, readingsCsv } from "./tables";
export { yearPdf } from "./year";
export { visitCase } from "./visit-case";
