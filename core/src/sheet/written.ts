/** A curve sheet as written: the form in which a case file, a screen and a table hold it. */
import { buildCurve, type CurveFault, type CurveGrade, type RatedCurve } from "../curve/index.ts";
import {
  type Dimension,
  fail,
  parseQuantity,
  type Result,
  toUnit,
  type Unit,
} from "../quantity/index.ts";

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

const siOf = (text: string | undefined, dimension: Dimension): number | undefined => {
  const parsed = text === undefined ? undefined : parseQuantity(text, dimension);
  return parsed?.ok ? parsed.value.si : undefined;
};

/**
 * The curve a written sheet draws. Figures that are no quantities are left out.
 * @param density - of the sheet's liquid [kg/m³]
 * Fails as {@link buildCurve}.
 */
export function curveOfSheet(
  sheet: WrittenSheet,
  density?: number,
): Result<RatedCurve, CurveFault> {
  const speed = siOf(sheet.speed, "speed");
  const points = sheet.points.flatMap((p) => {
    const flow = siOf(p.flow, "flow");
    if (flow === undefined) return [];
    return [
      {
        flow,
        head: siOf(p.head, "length"),
        power: siOf(p.power, "power"),
        efficiency: p.efficiency === undefined ? undefined : asFraction(p.efficiency),
        npshr: siOf(p.npshr, "length"),
      },
    ];
  });
  if (points.length === 0) return fail("too-few-points");
  return buildCurve(
    {
      speed: speed === undefined ? undefined : toUnit(speed, "rpm"),
      diameter: siOf(sheet.diameter, "length"),
      grade: sheet.grade as CurveGrade | undefined,
      points,
    },
    density,
  );
}

/**
 * Sheets as rows of a table: a header with units, then one row a point. What cannot be read is left
 * empty. A family gets its speed and diameter in columns of their own.
 */
export function tableOfSheets(
  sheets: readonly WrittenSheet[],
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
  const cell = (text: string | undefined, dimension: Dimension, unit: Unit): string => {
    const si = siOf(text, dimension);
    return si === undefined ? "" : String(Number(toUnit(si, unit).toPrecision(6)));
  };
  const rows = sheets.flatMap((s) =>
    s.points.map((p) => [
      cell(s.speed, "speed", "rpm"),
      cell(s.diameter, "length", units.diameter),
      cell(p.flow, "flow", units.flow),
      cell(p.head, "length", units.head),
      cell(p.power, "power", units.power),
      p.efficiency === undefined
        ? ""
        : String(Number((100 * asFraction(p.efficiency)).toPrecision(4))),
      cell(p.npshr, "length", units.head),
    ]),
  );
  return [header, ...rows];
}
