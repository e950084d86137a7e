/** A curve sheet as written: the form in which a case file, a screen and a table hold it. */
import { type Dimension, parseQuantity, toUnit, type Unit } from "../quantity/index.ts";

/** One point of a sheet, each figure with its unit; efficiency as a fraction or in percent. */
export interface WrittenPoint {
  readonly flow: string;
  readonly head?: string;
  readonly power?: string;
  readonly efficiency?: number;
  readonly npshr?: string;
}

/** `curve` of the case format. */
export interface WrittenSheet {
  readonly speed?: string;
  readonly diameter?: string;
  readonly grade?: "1B" | "2B" | "3B" | "own-test";
  readonly points: readonly WrittenPoint[];
}

/** A sheet as a case file may hold it, where a figure that is not there may be null. */
export interface SheetInFile {
  readonly speed?: string | null;
  readonly diameter?: string | null;
  readonly points?:
    readonly { readonly [K in keyof WrittenPoint]?: WrittenPoint[K] | null }[] | null;
}

/** The figures a point of a sheet may have, in the order of a table's columns. */
export const SHEET_FIGURES = ["flow", "head", "power", "efficiency", "npshr"] as const;
export type SheetFigure = (typeof SHEET_FIGURES)[number];

/** What each figure is measured in; efficiency is a share. */
export const FIGURE_DIMENSION: Readonly<Record<SheetFigure, Dimension | null>> = {
  flow: "flow",
  head: "length",
  power: "power",
  efficiency: null,
  npshr: "length",
};

/** Efficiency as a fraction; above 1 it was written in percent. */
export const asFraction = (efficiency: number): number =>
  efficiency > 1 ? efficiency / 100 : efficiency;

const siOf = (text: string | null | undefined, dimension: Dimension): number | undefined => {
  const parsed = text === undefined || text === null ? undefined : parseQuantity(text, dimension);
  return parsed?.ok ? parsed.value.si : undefined;
};

/**
 * Sheets as rows of a table: a header with units, then one row a point. What cannot be read is left
 * empty. A family gets its speed and diameter in columns of their own.
 */
export function tableOfSheets(
  sheets: readonly SheetInFile[],
  units: {
    readonly flow: Unit;
    readonly head: Unit;
    readonly power: Unit;
    readonly diameter: Unit;
  },
): readonly (readonly string[])[] {
  const header = [
    "speed [rpm]",
    `diameter [${units.diameter}]`,
    `flow [${units.flow}]`,
    `head [${units.head}]`,
    `power [${units.power}]`,
    "efficiency [%]",
    `NPSH required [${units.head}]`,
  ];
  const cell = (text: string | null | undefined, dimension: Dimension, unit: Unit): string => {
    const si = siOf(text, dimension);
    return si === undefined ? "" : String(Number(toUnit(si, unit).toPrecision(6)));
  };
  const rows = sheets.flatMap((s) =>
    (s.points ?? []).map((p) => [
      cell(s.speed, "speed", "rpm"),
      cell(s.diameter, "length", units.diameter),
      cell(p.flow, "flow", units.flow),
      cell(p.head, "length", units.head),
      cell(p.power, "power", units.power),
      p.efficiency === undefined || p.efficiency === null
        ? ""
        : String(Number((100 * asFraction(p.efficiency)).toPrecision(4))),
      cell(p.npshr, "length", units.head),
    ]),
  );
  return [header, ...rows];
}
