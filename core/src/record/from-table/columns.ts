/** What the columns of a table that is brought in are, by their headings. */

export const TABLE_KINDS = ["pumps", "log", "readings"] as const;
export type TableKind = (typeof TABLE_KINDS)[number];

export interface TableColumn {
  readonly key: string;
  /** As a person is told. */
  readonly name: string;
  /** Headings it goes by besides its name: lower case, letters and figures, one space between words. */
  readonly also: readonly string[];
  /** A row without it is left out. */
  readonly needed?: true;
}

const column = (key: string, name: string, also: readonly string[] = []): TableColumn => ({
  key,
  name,
  also,
});
const needed = (key: string, name: string, also: readonly string[] = []): TableColumn => ({
  ...column(key, name, also),
  needed: true,
});

const PLATE_WORDS: readonly (readonly [string, string, readonly string[]])[] = [
  ["type", "type", ["model", "pump type"]],
  ["serial", "serial", ["serial number", "serial no", "s n"]],
  ["dateCode", "date code", ["datecode", "made"]],
];

const MOTOR_WORDS: readonly (readonly [string, string, readonly string[]])[] = [
  ["power", "power", ["kw", "hp", "rated power"]],
  ["voltage", "voltage", ["volts"]],
  ["current", "current", ["amps", "full load current", "fla"]],
  ["speed", "speed", ["rpm"]],
];

const WHERE = [
  needed("tag", "pump", ["tag", "pump tag", "equipment", "position no"]),
  column("place", "place", ["site", "plant", "location"]),
];
const WHEN = [
  needed("day", "day", ["date"]),
  column("time", "time", ["clock"]),
  column("zone", "zone", ["time zone", "timezone"]),
];

export const TABLE_COLUMNS: Readonly<Record<TableKind, readonly TableColumn[]>> = {
  pumps: [
    needed("tag", "tag", ["pump", "pump tag", "equipment"]),
    needed("family", "family", ["kind of pump", "pump family"]),
    needed("place", "place", ["site", "plant", "location"]),
    column("zone", "zone", ["time zone", "timezone"]),
    column("purpose", "purpose", ["what it is for", "service", "duty"]),
    column("installation", "installation", ["installed"]),
    ...PLATE_WORDS.map(([key, name, also]) => column(`body.${key}`, `body ${name}`, also)),
    ...PLATE_WORDS.map(([key, name]) => column(`motor.${key}`, `motor ${name}`)),
    ...MOTOR_WORDS.map(([key, name, also]) => column(`motor.${key}`, `motor ${name}`, also)),
  ],
  log: [
    ...WHERE,
    ...WHEN,
    column("kind", "kind", ["kind of visit"]),
    column("complaint", "complaint", ["title", "what was wrong"]),
    needed("found", "found", ["finding", "what was found"]),
    column("done", "done", ["work", "what was done", "remedy"]),
    column("proof", "proof"),
    column("closed", "closed", ["ended", "how it ended"]),
    column("cause", "cause"),
    column("used", "used", ["parts"]),
    column("by", "by", ["technician", "signed by"]),
  ],
  readings: [
    ...WHERE,
    ...WHEN,
    column("position", "position", ["valve", "snapshot"]),
    needed("reading", "reading", ["what", "measure"]),
    column("raw", "as read", ["value with unit"]),
    column("figure", "figure", ["value", "number"]),
    column("unit", "unit", ["units"]),
    column("by", "by", ["technician", "read by"]),
  ],
};

/** A heading as it is compared. */
const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** Which column of a table each known one is, from 0; what has none is not in it. */
export type ColumnMap = Readonly<Record<string, number>>;

/** Finds the columns by their headings: a name before another word for it, and each once. */
export function matchColumns(kind: TableKind, headings: readonly string[]): ColumnMap {
  const plains = headings.map(plain);
  const taken = new Set<number>();
  const found: Record<string, number> = {};
  const look = (wanted: (c: TableColumn) => readonly string[]) => {
    for (const c of TABLE_COLUMNS[kind]) {
      if (c.key in found) continue;
      const words = wanted(c).map(plain);
      const at = plains.findIndex((h, i) => !taken.has(i) && words.includes(h));
      if (at < 0) continue;
      found[c.key] = at;
      taken.add(at);
    }
  };
  look((c) => [c.name, c.key]);
  look((c) => c.also);
  return found;
}

/** Which of the kinds a table's headings fit best. */
export const kindOfTable = (headings: readonly string[]): TableKind => {
  const fit = (kind: TableKind) => {
    const found = Object.keys(matchColumns(kind, headings));
    const lacks = TABLE_COLUMNS[kind].filter((c) => c.needed && !found.includes(c.key)).length;
    return found.length - 10 * lacks;
  };
  return [...TABLE_KINDS].sort((a, b) => fit(b) - fit(a))[0] ?? "pumps";
};
