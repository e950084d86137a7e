/** Of rows that supersede each other, those in force, in the order given. */
export function inForce<T extends { id: string; supersedes?: string | null }>(
  rows: readonly T[],
): T[] {
  const replaced = new Set(rows.map((r) => r.supersedes));
  return rows.filter((r) => !replaced.has(r.id));
}
