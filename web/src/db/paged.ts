/** Lists a page at a time. */

/** A page of a list. */
export interface Paged<T> {
  readonly rows: readonly T[];
  /** Rows of all pages. */
  readonly total: number;
  /** Which it is, from 0: the last one where a later one was asked for. */
  readonly page: number;
  /** How many there are, at least one. */
  readonly pages: number;
}

/** Where a page lies in a list. */
export interface Place extends Omit<Paged<never>, "rows"> {
  /** Rows before it. */
  readonly offset: number;
}

/** @param asked - page from 0 @param size - rows of a page */
export function placeOf(asked: number, total: number, size: number): Place {
  const pages = Math.max(1, Math.ceil(total / size));
  const page = Math.min(Math.max(0, asked), pages - 1);
  return { total, page, pages, offset: page * size };
}
