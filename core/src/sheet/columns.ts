/** What the columns of a table of curve points are, by their headings. */
import { type Dimension, type Unit, unitSymbols, toUnit } from "../quantity/index.ts";
import { parseQuantity } from "../quantity/index.ts";
import { FIGURE_DIMENSION, SHEET_FIGURES, type SheetFigure } from "./written.ts";

export type ColumnFigure = SheetFigure | "speed" | "diameter";

export const COLUMN_FIGURES: readonly ColumnFigure[] = [...SHEET_FIGURES, "speed", "diameter"];

export interface TableColumn {
  /** As headed, without its unit; empty when there is no header. */
  readonly heading: string;
  /** null: not used. */
  readonly figure: ColumnFigure | null;
  /** null while unknown, and for efficiency. */
  readonly unit: Unit | null;
}

/** Dimension of a column's figure; null for efficiency. */
export const columnDimension = (figure: ColumnFigure): Dimension | null =>
  figure === "speed" ? "speed" : figure === "diameter" ? "length" : FIGURE_DIMENSION[figure];

/** Beginnings of headings by figure; the longest that fits decides ("NPSH" before "H"). */
const HEADINGS: Readonly<Record<ColumnFigure, readonly string[]>> = {
  flow: ["flow", "q", "capacity", "rate", "discharge", "volume", "delivery"],
  head: ["head", "h", "total head", "tdh", "pressure head", "lift"],
  power: ["power", "p", "p2", "shaft power", "bhp", "brake", "input", "absorbed"],
  efficiency: ["efficiency", "eff", "eta", "η"],
  npshr: ["npsh", "npshr", "npsh3", "npip", "required"],
  speed: ["speed", "n", "rpm", "rev"],
  diameter: ["diameter", "d", "dia", "impeller", "wheel", "ø", "trim"],
};

/** Finds heading and unit in "Flow [m3/h]", "H, m", "Power (kW)", "NPSH m". */
export function readHeading(cell: string): TableColumn {
  const text = cell.trim();
  const bracketed = /^(.*?)[\s,;:/]*[[({]\s*([^\])}]*?)\s*[\])}]\s*$/.exec(text);
  const trailing = /^(.*\S)[\s,:]+(\S+)$/.exec(text);
  const tries: readonly (readonly [string, string])[] = [
    ...(bracketed ? [[bracketed[1] ?? "", bracketed[2] ?? ""] as const] : []),
    ...(trailing ? [[trailing[1] ?? "", trailing[2] ?? ""] as const] : []),
  ];
  for (const [heading, unitText] of tries) {
    const figure = figureOf(heading);
    const unit = figure && unitOf(unitText, figure);
    if (figure && (unit || (figure === "efficiency" && /^(%|percent|-|1)$/.test(unitText)))) {
      return { heading: heading.trim(), figure, unit: unit ?? null };
    }
  }
  const heading = bracketed?.[1]?.trim() || text;
  const figure = figureOf(heading);
  // "rpm" alone is heading and unit at once.
  const unit = figure && (unitOf(text, figure) ?? (figure === "speed" ? "rpm" : null));
  return { heading, figure, unit };
}

function figureOf(heading: string): ColumnFigure | null {
  const word = heading
    .toLowerCase()
    .replace(/[_\-.]+/g, " ")
    .replace(/\s+/g, " ")
    .trim();
  let best: { figure: ColumnFigure; length: number } | null = null;
  for (const figure of COLUMN_FIGURES) {
    for (const name of HEADINGS[figure]) {
      const fits = name.length <= 2 ? word === name : word.startsWith(name);
      if (fits && name.length > (best?.length ?? 0)) best = { figure, length: name.length };
    }
  }
  return best?.figure ?? null;
}

/** The unit a text means for a figure, by the reader's own grammar; null when it is none. */
export function unitOf(text: string, figure: ColumnFigure): Unit | null {
  const dimension = columnDimension(figure);
  if (!dimension || text.trim() === "") return null;
  const parsed = parseQuantity(`1 ${text.trim()}`, dimension);
  if (!parsed.ok) return null;
  const si = parsed.value.si;
  return unitSymbols(dimension).find((u) => Math.abs(toUnit(si, u) - 1) < 1e-9) ?? null;
}
