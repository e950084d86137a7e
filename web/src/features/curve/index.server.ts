import "server-only";

export { caseFile, curveCsv, loadCurvePage } from "./server";
