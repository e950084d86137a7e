export { FIT_FIELDS, type FitField, NEXT_GROUPS } from "./fit-fields.ts";
export { nextPump, type NextPump, type NextPumpAsked, type NextRow } from "./next-pump.ts";
export { visitReport, writtenRows } from "./visit-report.ts";
export type {
  FireCertificate,
  ReportAsked,
  ReportChart,
  ReportPoint,
  ReportRow,
  VisitReport,
} from "./visit-report.ts";
export { type SiteYear, siteYear, type SiteYearAsked, type YearPump } from "./site-year.ts";
