import "server-only";

export { linksOf, sharedPdf, visitPdf } from "./server";
