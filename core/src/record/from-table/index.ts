export {
  type ColumnMap,
  kindOfTable,
  matchColumns,
  TABLE_COLUMNS,
  TABLE_KINDS,
  type TableKind,
} from "./columns.ts";
export {
  cellsOf,
  type Judged,
  judgeEntry,
  judgePump,
  judgeReading,
  type LogLine,
  type PumpLine,
  type ReadingLine,
  slotOf,
  type WhereAndWhen,
} from "./rows.ts";
