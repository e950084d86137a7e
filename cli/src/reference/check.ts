/** Compares what the core computed with expected entries of a file of check values. */

export interface Mismatch {
  readonly key: string;
  readonly expected: unknown;
  readonly got: unknown;
  readonly tol: unknown;
}

/** An entry with a value and a tolerance, as opposed to a group of entries. */
interface Entry {
  readonly value: unknown;
  readonly tol?: number;
  readonly rtol?: number;
}

const isEntry = (x: unknown): x is Entry => typeof x === "object" && x !== null && "value" in x;

/**
 * Every expected entry against what was computed; nested groups compare key by key.
 * @param expected - map from key to entry or to a nested map
 * @param got - map of the same shape with plain values; a missing key is a mismatch
 */
export function compare(
  expected: Readonly<Record<string, unknown>>,
  got: Readonly<Record<string, unknown>>,
  prefix = "",
): Mismatch[] {
  return Object.entries(expected).flatMap(([key, want]): Mismatch[] => {
    const have = got[key];
    const name = prefix + key;
    if (!isEntry(want)) {
      if (typeof want !== "object" || want === null || typeof have !== "object" || have === null) {
        return [{ key: name, expected: want, got: have ?? null, tol: null }];
      }
      return compare(want as Record<string, unknown>, have as Record<string, unknown>, `${name}.`);
    }
    const tol = want.tol ?? (want.rtol === undefined ? 0 : { rtol: want.rtol });
    return matches(want.value, have, want)
      ? []
      : [{ key: name, expected: want.value, got: have ?? null, tol }];
  });
}

function matches(want: unknown, have: unknown, entry: Entry): boolean {
  if (want === null) return have === null;
  if (typeof want === "number") {
    if (typeof have !== "number" || !Number.isFinite(have)) return false;
    const allowed = entry.tol ?? Math.abs(want) * (entry.rtol ?? 0);
    return Math.abs(have - want) <= allowed;
  }
  if (Array.isArray(want)) {
    return (
      Array.isArray(have) &&
      have.length === want.length &&
      want.every((w, i) => matches(w, have[i], entry))
    );
  }
  if (typeof want === "object") {
    const fields = have as Record<string, unknown> | undefined;
    return (
      typeof have === "object" &&
      have !== null &&
      Object.entries(want).every(([k, w]) => matches(w, fields?.[k], entry))
    );
  }
  return want === have;
}
