/** What several visits take along, each thing once. */

/** A visit that something is taken to. */
interface Visit {
  readonly tag: string;
  readonly take: readonly string[];
}

export interface TakenAlong {
  readonly what: string;
  /** Pumps it is for, each once, in the order of the visits. */
  readonly tags: readonly string[];
}

/** Things by how many pumps ask for them, then in the order in which they were asked for. */
export function takenAlong(visits: readonly Visit[]): readonly TakenAlong[] {
  const wanted = new Map<string, { readonly what: string; readonly tags: Set<string> }>();
  for (const { tag, take } of visits)
    for (const what of take) {
      const key = what.trim().toLowerCase();
      if (key === "") continue;
      const known = wanted.get(key) ?? { what: what.trim(), tags: new Set<string>() };
      known.tags.add(tag);
      wanted.set(key, known);
    }
  return [...wanted.values()]
    .map(({ what, tags }) => ({ what, tags: [...tags] }))
    .toSorted((a, b) => b.tags.length - a.tags.length);
}
