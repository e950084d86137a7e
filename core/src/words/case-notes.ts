/** Sentences for what of a case was left out, taken for granted or cannot be. */
import type { CurveNote } from "../curve/index.ts";
import type { OrderFault } from "../hydraulics/index.ts";
import type { LiquidFault } from "../liquid/index.ts";
import { formatNumber } from "../quantity/index.ts";
import type { CaseNote, PlainNote } from "../visit/index.ts";

const PLAIN: Readonly<Record<PlainNote, string>> = {
  "barometer-impossible":
    "The barometer reading is no atmospheric pressure; the altitude is used in its place.",
  "no-altitude": "No altitude or barometer: sea level is taken.",
  "altitude-out-of-range": "The altitude is outside −500 to 5000 m; sea level is taken.",
  "no-liquid": "No liquid is named: cold water is taken.",
  "too-few-curve-points": "The curve has fewer than two points with flow and head; it is not used.",
  "rated-point-impossible":
    "The one rated point cannot be: its efficiency would be above one. Not used.",
  "too-few-displacement-points":
    "The rating needs at least two points at different pressures, with speed, pressure and flow.",
  "too-few-jet-points": "The ejector's table needs at least two pressures at one lift.",
  "incomplete-drawdown":
    "The timed drawdown needs the sump's area or diameter, the fall and the time.",
  "leads-behind-drive":
    "The leads were rolled behind a drive, which makes the phases itself: no answer.",
};

/** On a curve as a whole; points that cannot be are named singly. */
const CURVE: Readonly<Record<Exclude<CurveNote, "efficiency-above-one">, string>> = {
  "points-sorted": "The curve's points were not in order of flow; they were sorted.",
  "duplicate-flows-averaged": "The curve gives one flow more than once; the values were averaged.",
  "head-rises-with-flow":
    "The curve's head rises with flow somewhere: one head may mean two flows.",
  "two-points-straight-line": "The curve has two points only and is taken as a straight line.",
  "negative-points-left-out": "Curve points with a negative flow or head were left out.",
};

const UNCORRECTED = {
  "no-speed": "the sheet gives no speed",
  "no-power": "the sheet gives no power, so no best-efficiency point",
  "too-viscous": "the liquid is too thick for the method (B of 40 or more)",
} as const;

const GUESSED = { power: "its power", npshr: "its NPSH required" } as const;

const ORDER: Readonly<Record<OrderFault["code"], string>> = {
  "suction-side-only": "belongs to the suction side",
  "not-first": "stands at the source; nothing can come before it",
};

/** A note in a sentence. */
export function noteWords(note: CaseNote): string {
  switch (note.code) {
    case "liquid":
      return `${liquidFaultWords(note.fault)} Cold water is taken.`;
    case "curve":
      return CURVE[note.note];
    case "efficiency-above-one":
      return `Curve ${note.curve}, point ${note.point} (${note.flow}): its power would mean an efficiency of ${Math.round(100 * note.efficiency)} %. Check the unit of power; the point is kept.`;
    case "other-wheel": {
      const { diameter, from, trim } = note;
      const size = diameter === undefined ? "" : ` of ${Number((1000 * diameter).toFixed(1))} mm`;
      return from === "between"
        ? `The curve for the wheel${size} lies between two measured ones.`
        : `The curve for the wheel${size} is scaled from the nearest measured one by trim law (${formatNumber(100 * (trim - 1), 2)} % in diameter).`;
    }
    case "not-corrected":
      return `The curve is not corrected for this liquid's viscosity: ${UNCORRECTED[note.why]}.`;
    case "corrected": {
      const percent = (f: number) => formatNumber(100 * f, 3);
      return `The sheet is for water; for this liquid it is corrected by ANSI/HI 9.6.7 (B = ${formatNumber(note.parameter, 2)}: head ${percent(note.headFactor)} %, efficiency ${percent(note.efficiencyFactor)} % at the best point).`;
    }
    case "estimated-curve": {
      const too = note.guessed.map((g) => GUESSED[g]);
      return `The curve is estimated: a usual shape for a specific speed of ${formatNumber(note.specificSpeed, 2)} through one rated point, with a wide band${
        too.length > 0 ? `; ${too.join(" and ")} guessed too` : ""
      }.`;
    }
    case "outcome-contradicted":
      return `Of the test “${note.test.replaceAll("-", " ")}”, the outcome entered (${note.outcome}) is not what its readings show. Both count half; look which is the slip.`;
    case "contradicted":
      return `${note.observation} is listed as present and as absent; it counts as not looked at.`;
    case "negative":
      return `${note.path} is negative, which cannot be; it is left out.`;
    case "impossible-pressure":
      return `${note.path} is below a perfect vacuum or beyond any pump; it is left out.`;
    case "element-order": {
      const { index, code, kind } = note.fault;
      return `${note.side}.elements[${index}]: a ${kind.replace("-", " ")} ${ORDER[code]}. Its loss is counted where it stands; put the elements in the order of the flow.`;
    }
    default:
      return PLAIN[note.code];
  }
}

const NAMES = {
  water: "Water",
  "sea-water": "Sea water",
  "ethylene-glycol": "Ethylene glycol",
  "propylene-glycol": "Propylene glycol",
  table: "The liquid",
} as const;

/** Why a liquid's properties are not known, in a sentence. */
export function liquidFaultWords(fault: LiquidFault): string {
  switch (fault.code) {
    case "no-concentration":
      return "A glycol mix needs its concentration, as a fraction by mass.";
    case "empty-table":
      return "The liquid's table is empty.";
    case "no-density":
      return "The liquid's table has no density.";
    case "too-concentrated":
      return `${NAMES[fault.liquid]} is known up to 60 % by mass.`;
    case "out-of-range":
      return outOfRange(fault);
  }
}

function outOfRange(fault: Extract<LiquidFault, { code: "out-of-range" }>): string {
  const { liquid, concentration = 0, freezesAt = 273.15 } = fault;
  switch (liquid) {
    case "water":
      return "Water properties are known from 0 to 180 °C.";
    case "sea-water":
      return "Sea water is known from 0 to 40 °C and up to 4.2 % of salt by mass.";
    case "table":
      return "The liquid's table does not reach this temperature.";
    default:
      return `${NAMES[liquid]} at ${Math.round(100 * concentration)} % by mass is known from ${Math.round(freezesAt - 273.15)} °C, where it freezes, to 100 °C.`;
  }
}
