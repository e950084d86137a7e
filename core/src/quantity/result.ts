/**
 * Success or an expected failure as a value. Exceptions in this project mean bugs; whatever can go
 * wrong with a reading, a curve or a case file comes back as one of these.
 */
export type Result<T, E> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

export const ok = <T>(value: T): Result<T, never> => ({ ok: true, value });
export const fail = <E>(error: E): Result<never, E> => ({ ok: false, error });
