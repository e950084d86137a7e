import "server-only";

export { claimPdf, nextPdf } from "./pump-papers";
export { linksOf, sharedPdf, visitPdf } from "./server";
export { logCsv, pumpsCsv, readingsCsv } from "./tables";
export { yearPdf } from "./year";
export { visitCase } from "./visit-case";
