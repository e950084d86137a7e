/** What a case says the pump should do: its curve family, or the ratings of the other families. */
import type { CaseFile } from "../case/index.ts";
import {
  type CurveNote,
  buildCurve,
  curveFromOnePoint,
  familyCurve,
  hydraulicEfficiency,
  type RatedCurve,
  viscousCurve,
} from "../curve/index.ts";
import { type DisplacementRating, fitDisplacement } from "../displacement/index.ts";
import { buildJet, type JetRating } from "../jet/index.ts";
import { COLD_WATER_DENSITY } from "../liquid/index.ts";
import { formatNumber, type Quantity, toUnit } from "../quantity/index.ts";
import type { CaseLiquid } from "./liquid-of-case.ts";
import { leadingOf } from "./snapshot-of-case.ts";

/** Notes on a curve as a whole; points that cannot be are named singly. */
const CURVE_NOTES: Readonly<Record<Exclude<CurveNote, "efficiency-above-one">, string>> = {
  "points-sorted": "The curve's points were not in order of flow; they were sorted.",
  "duplicate-flows-averaged": "The curve gives one flow more than once; the values were averaged.",
  "head-rises-with-flow":
    "The curve's head rises with flow somewhere: one head may mean two flows.",
  "two-points-straight-line": "The curve has two points only and is taken as a straight line.",
  "negative-points-left-out": "Curve points with a negative flow or head were left out.",
};

const rpm = (q: Quantity | undefined): number | undefined =>
  q && q.si > 0 ? toUnit(q.si, "rpm") : undefined;

/** As a fraction, when it was written in percent. */
const fraction = (v: number | undefined): number | undefined =>
  v !== undefined && v > 1 ? v / 100 : v;

export interface CaseCurves {
  /** The one nearest the actual speed, for the wheel that is fitted and the liquid at hand. */
  readonly curve: RatedCurve | undefined;
  /** One for each measured speed, the same way. */
  readonly curves: readonly RatedCurve[];
  /** Every sheet as measured. */
  readonly sheets: readonly RatedCurve[];
  /** Guessed from one rated point. */
  readonly estimated: boolean;
}

/** The pump's curves at their rated speeds, made fit for this wheel and this liquid. */
export function curvesOf(file: CaseFile, liquid: CaseLiquid, notes: string[]): CaseCurves {
  const { pump } = file;
  const density = sheetDensity(liquid);
  const sheets = pump.curve.flatMap((sheet, index): RatedCurve[] => {
    const points = sheet.points.flatMap((p) =>
      p.flow
        ? [
            {
              flow: p.flow.si,
              head: p.head?.si,
              power: p.power?.si,
              efficiency: fraction(p.efficiency),
              npshr: p.npshr?.si,
            },
          ]
        : [],
    );
    const { grade, diameter, speed } = sheet;
    const built = buildCurve(
      { speed: rpm(speed), diameter: diameter?.si, grade, points },
      density(sheet.liquid),
    );
    if (built.ok) {
      for (const n of built.value.notes) {
        if (n === "efficiency-above-one")
          noteEfficiency(sheet, index, density(sheet.liquid), notes);
        else notes.push(CURVE_NOTES[n]);
      }
      return [built.value];
    }
    notes.push("The curve has fewer than two points with flow and head; it is not used.");
    return [];
  });
  if (sheets.length === 0) {
    const guess = estimated(file, density(undefined), notes);
    return { curve: guess, curves: guess ? [guess] : [], sheets, estimated: guess !== undefined };
  }
  const actual = rpm(leadingOf(file.snapshots)?.speed[0]) ?? rpm(pump.motor?.speed);
  const wheel = pump.impeller?.diameter?.si;
  const speeds = [...new Set(sheets.map((c) => c.speed))];
  const members = speeds.flatMap((speed) => {
    const same = sheets.filter((c) => c.speed === speed);
    const member = familyCurve(same, same.length > 1 ? wheel : undefined, speed);
    if (member && member.from !== "measured") notes.push(wheelNote(member, wheel));
    return member ? [thickened(member.curve, file, liquid, notes)] : [];
  });
  const gap = (c: RatedCurve) => (actual && c.speed ? Math.abs(c.speed - actual) : 0);
  const curve = [...members].sort((a, b) => gap(a) - gap(b))[0];
  return { curve, curves: members, sheets, estimated: false };
}

/** Names the points whose power says that they give more than they take. */
function noteEfficiency(
  sheet: CaseFile["pump"]["curve"][number],
  index: number,
  density = COLD_WATER_DENSITY,
  notes: string[],
): void {
  for (const [i, p] of sheet.points.entries()) {
    if (!p.flow || !p.head || !p.power || p.power.si <= 0) continue;
    const share = hydraulicEfficiency(p.flow.si, p.head.si, p.power.si, density);
    if (share > 1) {
      notes.push(
        `Curve ${index + 1}, point ${i + 1} (${p.flow.text}): its power would mean an efficiency of ${Math.round(100 * share)} %. Check the unit of power; the point is kept.`,
      );
    }
  }
}

function wheelNote(
  member: { readonly from: string; readonly trim: number },
  wheel: number | undefined,
): string {
  const size = wheel === undefined ? "" : ` of ${Number((1000 * wheel).toFixed(1))} mm`;
  return member.from === "between"
    ? `The curve for the wheel${size} lies between two measured ones.`
    : `The curve for the wheel${size} is scaled from the nearest measured one by trim law (${formatNumber(100 * (member.trim - 1), 2)} % in diameter).`;
}

/** Density a sheet's power is for: its own liquid when that is this case's, else cold water. */
const sheetDensity =
  (liquid: CaseLiquid) =>
  (named: string | undefined): number | undefined =>
    named !== undefined && named !== "water" && named === liquid.named.name
      ? liquid.state.density
      : liquid.named.name === "water"
        ? liquid.state.density
        : undefined;

/** A water sheet corrected for a liquid that is not water. */
function thickened(
  curve: RatedCurve,
  file: CaseFile,
  { named, state }: CaseLiquid,
  notes: string[],
): RatedCurve {
  const sheetLiquid = file.pump.curve[0]?.liquid;
  if (named.name === "water" || sheetLiquid === named.name) return curve;
  const corrected = viscousCurve(curve, state, file.pump.stages ?? 1);
  if (!corrected.ok) {
    const why = {
      "no-speed": "the sheet gives no speed",
      "no-power": "the sheet gives no power, so no best-efficiency point",
      "too-viscous": "the liquid is too thick for the method (B of 40 or more)",
    }[corrected.error];
    notes.push(`The curve is not corrected for this liquid's viscosity: ${why}.`);
    return curve;
  }
  const { parameter, headFactor, efficiencyFactor } = corrected.value;
  if (parameter > 1) {
    const percent = (f: number) => formatNumber(100 * f, 3);
    notes.push(
      `The sheet is for water; for this liquid it is corrected by ANSI/HI 9.6.7 (B = ${formatNumber(parameter, 2)}: head ${percent(headFactor)} %, efficiency ${percent(efficiencyFactor)} % at the best point).`,
    );
  }
  return corrected.value.curve;
}

/** A generic shape through the one point that is known. */
function estimated(
  file: CaseFile,
  density: number | undefined,
  notes: string[],
): RatedCurve | undefined {
  const point = file.pump.ratedPoint ?? file.pump.bep;
  if (!point?.flow || !point.head) return undefined;
  const guess = curveFromOnePoint(
    {
      flow: point.flow.si,
      head: point.head.si,
      speed: rpm(point.speed) ?? rpm(file.pump.motor?.speed),
      power: point.power?.si,
      efficiency: fraction(point.efficiency),
      npshr: point.npshr?.si,
    },
    file.pump.stages ?? 1,
    density,
  );
  if (!guess.ok) {
    notes.push("The one rated point cannot be: its efficiency would be above one. Not used.");
    return undefined;
  }
  const { specificSpeed, guessed } = guess.value;
  const alsoGuessed = guessed.filter((g) => g !== "speed").map((g) => GUESSED_WORDS[g]);
  notes.push(
    `The curve is estimated: a usual shape for a specific speed of ${formatNumber(specificSpeed, 2)} through one rated point, with a wide band${
      alsoGuessed.length > 0 ? `; ${alsoGuessed.join(" and ")} guessed too` : ""
    }.`,
  );
  return guess.value.curve;
}

const GUESSED_WORDS = { power: "its power", npshr: "its NPSH required" } as const;

/** The rating of a positive-displacement pump; undefined with a note when the table is too thin. */
export function displacementOf(file: CaseFile, notes: string[]): DisplacementRating | undefined {
  const table = file.pump.positiveDisplacement;
  if (!table) return undefined;
  const points = table.points.flatMap((p) => {
    const speed = rpm(p.speed);
    return speed && p.flow && p.pressure
      ? [
          {
            speed,
            viscosity: p.viscosity?.si ?? 1e-4,
            pressure: p.pressure.si,
            flow: p.flow.si,
            power: p.power?.si,
          },
        ]
      : [];
  });
  const npshr = table.npshr.flatMap((n) => {
    const speed = rpm(n.speed);
    return speed && n.head ? [{ speed, viscosity: n.viscosity?.si ?? 1e-4, head: n.head.si }] : [];
  });
  const fitted = fitDisplacement(points, npshr);
  if (fitted.ok) return fitted.value;
  notes.push(
    "The rating needs at least two points at different pressures, with speed, pressure and flow.",
  );
  return undefined;
}

/** The rating of a jet pump. */
export function jetOf(file: CaseFile, notes: string[]): JetRating | undefined {
  const points = (file.pump.jet?.points ?? []).flatMap((p) =>
    p.lift && p.pressure && p.flow
      ? [{ lift: p.lift.si, pressure: p.pressure.si, flow: p.flow.si }]
      : [],
  );
  if (points.length === 0) return undefined;
  const built = buildJet(points);
  if (built.ok) return built.value;
  notes.push("The ejector's table needs at least two pressures at one lift.");
  return undefined;
}
