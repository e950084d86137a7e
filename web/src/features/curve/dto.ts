/** What the curve page needs of a pump. */
export interface CurvePageDto {
  readonly pumpId: string;
  readonly tag: string;
  readonly family: string;
  /** Case file of the pump without its rating, and `pump` of it. */
  readonly base: Readonly<Record<string, unknown>>;
  readonly plain: Readonly<Record<string, unknown>>;
  readonly rating: Readonly<Record<string, unknown>>;
  readonly source: string;
  /** The stored rating in force. */
  readonly curveId: string | null;
}
