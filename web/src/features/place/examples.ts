/** Examples of what may stand in a field, in the units of whoever types. */
import {
  type Dimension,
  formatNumber,
  parseQuantity,
  shownUnit,
  toUnit,
  type UnitSystem,
} from "@yard-tack/core/quantity";
import type { PlaceField } from "./field";

/** Small lengths are told in inches. */
const unitFor = (dimension: Dimension, written: string): string =>
  dimension === "length" && /^(?:mm|cm)$/.test(written) ? "in" : shownUnit(dimension, "us");

/** @returns a field's example; undefined where it has none. Words between figures stay. */
export function exampleFor(
  { like, kind, columns }: PlaceField,
  system: UnitSystem,
): string | undefined {
  if (like === undefined || system === "metric") return like;
  if (kind === "rows") {
    return like
      .split("; ")
      .map((cell, i) => (columns?.[i] ? inUs(cell, columns[i].dimension) : cell))
      .join("; ");
  }
  return isDimension(kind) ? inUs(like, kind) : like;
}

const inUs = (like: string, dimension: Dimension): string =>
  like.replace(/-?\d[\d.]*\s?[A-Za-z][\w/]*/g, (text) => {
    const parsed = parseQuantity(text, dimension);
    if (!parsed.ok) return text;
    const unit = unitFor(dimension, parsed.value.unit);
    const value = formatNumber(toUnit(parsed.value.si, unit as never), 2).replace("\u2212", "-");
    return `${value} ${unit}`;
  });

const isDimension = (kind: PlaceField["kind"]): kind is Dimension =>
  !["number", "percent", "choice", "flag", "rows"].includes(kind);
