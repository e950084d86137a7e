/** An entry in a few words, whatever it is: what was refused has to be known again by whoever typed it. */
export function asText(entry: unknown): string {
  if (typeof entry === "string" && entry !== "") return entry.slice(0, 120);
  if (typeof entry !== "object" || entry === null) return "an entry";
  const { kind, slot, raw, note, caution } = entry as Readonly<Record<string, unknown>>;
  const said = [slot, raw, caution].filter((w): w is string => typeof w === "string" && w !== "");
  const value =
    typeof note === "object" && note !== null && "value" in note && typeof note.value === "string"
      ? [note.value]
      : [];
  return [typeof kind === "string" ? kind : "entry", ...said, ...value].join(" ").slice(0, 120);
}
