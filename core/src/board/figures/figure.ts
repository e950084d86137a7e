/** What a figure is, and the small words its working is written with. */
import type { CaseFile, CaseSnapshot } from "../../case/index.ts";
import {
  type Dimension,
  formatSi,
  K95,
  type Quantity,
  type Uncertain,
  type UnitSystem,
} from "../../quantity/index.ts";
import type { Situation, VisitParts } from "../../visit/index.ts";

export type FigureGroup = "duty" | "suction" | "drive" | "place";

export interface FigureInput {
  readonly name: string;
  /** As written where it was read, else as worked out. */
  readonly text: string;
}

export interface Figure {
  readonly id: string;
  readonly group: FigureGroup;
  readonly name: string;
  readonly text: string;
  /** "36.9 to 39.3 m, 95 %"; empty when the figure carries no band. */
  readonly band: string;
  readonly formula: string;
  readonly inputs: readonly FigureInput[];
  readonly source: string;
}

/** What figures are worked out from. */
export interface FigureInputs {
  readonly file: CaseFile;
  readonly snapshot: CaseSnapshot | undefined;
  readonly situation: Situation;
  readonly parts: VisitParts;
  readonly units: UnitSystem;
}

export type Work = (from: FigureInputs) => Figure | undefined;

export const si = (v: number, dimension: Dimension, units: UnitSystem) =>
  formatSi(v, dimension, units);

/** The 95 % band in the reader's unit. */
export function bandText({ value, u }: Uncertain, dimension: Dimension, units: UnitSystem): string {
  if (!(u > 0)) return "";
  const low = formatSi(value - K95 * u, dimension, units).replace(/\s\S+$/, "");
  return `${low} to ${formatSi(value + K95 * u, dimension, units)}, 95 %`;
}

const asWritten = (list: readonly Quantity[]): string => list.map((q) => q.text).join(", ");

/** An input that was read; left out when it was not. */
export const read = (name: string, list: readonly Quantity[] | undefined): FigureInput[] =>
  list && list.length > 0 ? [{ name, text: asWritten(list) }] : [];

export const one = (name: string, q: Quantity | undefined): FigureInput[] =>
  read(name, q ? [q] : []);

export const worked = (name: string, text: string): FigureInput => ({ name, text });
