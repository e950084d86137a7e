export { visitReport } from "./visit-report.ts";
export type {
  ReportAsked,
  ReportChart,
  ReportPoint,
  ReportRow,
  VisitReport,
} from "./visit-report.ts";
