/** A name as it is looked up: capitals and the width of spaces do not matter. */
export const signInName = (name: string): string =>
  name.normalize("NFKC").trim().toLowerCase().replace(/\s+/g, " ");
