/** What a case says the pump should do: its curve family, or the ratings of the other families. */
import type { CaseFile } from "../case/index.ts";
import {
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
import { type Quantity, toUnit } from "../quantity/index.ts";
import type { CaseNote } from "./case-note.ts";
import type { CaseLiquid } from "./liquid-of-case.ts";
import { leadingOf } from "./snapshot-of-case.ts";

export const rpm = (q: Quantity | undefined): number | undefined =>
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
export function curvesOf(file: CaseFile, liquid: CaseLiquid, notes: CaseNote[]): CaseCurves {
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
        else notes.push({ code: "curve", note: n });
      }
      return [built.value];
    }
    notes.push({ code: "too-few-curve-points" });
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
    if (member && member.from !== "measured") {
      const { from, trim } = member;
      notes.push({ code: "other-wheel", from, trim, diameter: wheel });
    }
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
  notes: CaseNote[],
): void {
  for (const [i, p] of sheet.points.entries()) {
    if (!p.flow || !p.head || !p.power || p.power.si <= 0) continue;
    const share = hydraulicEfficiency(p.flow.si, p.head.si, p.power.si, density);
    if (share > 1) {
      notes.push({
        code: "efficiency-above-one",
        curve: index + 1,
        point: i + 1,
        flow: p.flow.text,
        efficiency: share,
      });
    }
  }
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
  notes: CaseNote[],
): RatedCurve {
  const sheetLiquid = file.pump.curve[0]?.liquid;
  if (named.name === "water" || sheetLiquid === named.name) return curve;
  const corrected = viscousCurve(curve, state, file.pump.stages ?? 1);
  if (!corrected.ok) {
    notes.push({ code: "not-corrected", why: corrected.error });
    return curve;
  }
  const { parameter, headFactor, efficiencyFactor } = corrected.value;
  if (parameter > 1) {
    notes.push({ code: "corrected", parameter, headFactor, efficiencyFactor });
  }
  return corrected.value.curve;
}

/** A generic shape through the one point that is known. */
function estimated(
  file: CaseFile,
  density: number | undefined,
  notes: CaseNote[],
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
    notes.push({ code: "rated-point-impossible" });
    return undefined;
  }
  const { specificSpeed, guessed } = guess.value;
  notes.push({
    code: "estimated-curve",
    specificSpeed,
    guessed: guessed.filter((g) => g !== "speed"),
  });
  return guess.value.curve;
}

/** The rating of a positive-displacement pump; undefined with a note when the table is too thin. */
export function displacementOf(file: CaseFile, notes: CaseNote[]): DisplacementRating | undefined {
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
  notes.push({ code: "too-few-displacement-points" });
  return undefined;
}

/** The rating of a jet pump. */
export function jetOf(file: CaseFile, notes: CaseNote[]): JetRating | undefined {
  const points = (file.pump.jet?.points ?? []).flatMap((p) =>
    p.lift && p.pressure && p.flow
      ? [{ lift: p.lift.si, pressure: p.pressure.si, flow: p.flow.si }]
      : [],
  );
  if (points.length === 0) return undefined;
  const built = buildJet(points);
  if (built.ok) return built.value;
  notes.push({ code: "too-few-jet-points" });
  return undefined;
}
