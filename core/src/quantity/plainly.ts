/**
 * What a hand writes on a job, put into the plain form that {@link parseReading} reads: "3.0-3.4" is a swing, "1 1/4 in"
 * a fraction, "DN32" a bore, "psia" absolute, "25 vac" a vacuum in the strip's own unit, "1:30" a time, "2k" two thousand.
 * What is in none of these forms stays as it is.
 */
import type { Dimension } from "./units.ts";

/** Words for a unit that a table of symbols does not have, by the dimension they are said in. */
const WORDS: readonly (readonly [said: RegExp, symbol: string, of: Dimension])[] = [
  [/amps?|amperes?/i, "A", "current"],
  [/volts?/i, "V", "voltage"],
  [/ohms?/i, "ohm", "resistance"],
  [/kilohms?/i, "kohm", "resistance"],
  [/meg(?:ohms?|s)?/i, "Mohm", "resistance"],
  [/uf|mfd|microfarads?/i, "uF", "capacitance"],
  [/watts?/i, "W", "power"],
  [/kilowatts?/i, "kW", "power"],
  [/horse ?powers?|horses?/i, "hp", "power"],
  [/revs?|rev\/min|revs\/min|turns\/min/i, "rpm", "speed"],
  [/hertz|cycles?/i, "Hz", "frequency"],
  [/lbs?|#|pounds?/i, "psi", "pressure"],
  [/psia/i, "psi abs", "pressure"],
  [/bara/i, "bar abs", "pressure"],
  [/barg/i, "bar", "pressure"],
  [/kpaa/i, "kPa abs", "pressure"],
  [/kpag/i, "kPa", "pressure"],
  [/feet of (?:head|water)|ft of (?:head|water)/i, "ftH2O", "pressure"],
  [/inches of mercury|in of mercury|"hg|in\.? ?hg/i, "inHg", "pressure"],
  [/cbm\/h|cum\/h/i, "m3/h", "flow"],
  [/secs?|seconds?/i, "s", "time"],
  [/mins?|minutes?/i, "min", "time"],
  [/hrs?|hours?/i, "h", "time"],
];

const SIGNS: Readonly<Record<string, number>> = {
  "½": 1 / 2,
  "¼": 1 / 4,
  "¾": 3 / 4,
  "⅛": 1 / 8,
  "⅜": 3 / 8,
  "⅝": 5 / 8,
  "⅞": 7 / 8,
  "⅓": 1 / 3,
  "⅔": 2 / 3,
};
/** Rulers and sockets have no other parts. */
const PARTS = "2|3|4|8|16|32|64";
const NUMBER = "\\d+(?:[.,]\\d+)?";

/**
 * @param text - as typed
 * @param unit - what the place stands at, for a text that brings none
 */
export function plainly(text: string, dimension: Dimension, unit: string): string {
  const tidy = text.trim().replace(/[–—]/g, "-");
  const steps = [inClock, inFeetAndInches, inBores, inFractions, inSwings, inThousands, inWords];
  return inVacuum(
    steps.reduce((t, step) => step(t, dimension, unit), tidy),
    dimension,
    unit,
  );
}

type Step = (text: string, dimension: Dimension, unit: string) => string;

/** "1:30" is minutes and seconds, "1:02:30" hours, minutes and seconds. */
const inClock: Step = (text, dimension) => {
  const parts = dimension === "time" && /^(\d+):([0-5]\d)(?::([0-5]\d))?$/.exec(text);
  if (!parts) return text;
  const [, a, b, c] = parts;
  return `${c === undefined ? 60 * Number(a) + Number(b) : 3600 * Number(a) + 60 * Number(b) + Number(c)} s`;
};

const inFeetAndInches: Step = (text, dimension) => {
  const pattern = new RegExp(
    `^(-?)(\\d+) ?(?:'|ft|feet|foot) ?(${NUMBER}) ?(?:"|''|in|inch|inches)?$`,
    "i",
  );
  const parts = dimension === "length" && pattern.exec(text);
  if (!parts) return text;
  const [, sign = "", feet, inches = ""] = parts;
  return `${sign}${12 * Number(feet) + Number(inches.replace(",", "."))} in`;
};

const inBores: Step = (text, dimension) =>
  dimension === "length" ? text.replace(/^DN ?(\d+)$/i, "$1 mm") : text;

const inFractions: Step = (text) =>
  text
    .replace(/(\d*) ?([½¼¾⅛⅜⅝⅞⅓⅔])/g, (_, whole: string, sign: string) =>
      shown(Number(whole || 0) + (SIGNS[sign] ?? 0)),
    )
    .replace(
      new RegExp(`(?:(\\d+)[ -])?(?<![\\d.,/])(\\d+)/(${PARTS})(?![\\d/])`, "g"),
      (_, whole: string | undefined, over: string, under: string) =>
        shown(Number(whole ?? 0) + Number(over) / Number(under)),
    );

const shown = (value: number): string => String(Math.round(value * 1e6) / 1e6);

/** A dash between two figures is a swing; before one, a minus. */
const inSwings: Step = (text) =>
  text.replace(
    new RegExp(`(^|; ?)([+-]?${NUMBER}) ?- ?(-?${NUMBER})(?=$|[^\\d.,])`, "g"),
    "$1$2 to $3",
  );

const inThousands: Step = (text, _, unit) =>
  text.replace(
    new RegExp(`^(${NUMBER}) ?k$`),
    (__, figure: string) => `${shown(1000 * Number(figure.replace(",", ".")))} ${unit}`,
  );

const inWords: Step = (text, dimension) => {
  const parts = /^([^a-z#"]*?) ?([a-z#"][a-z/." ]*?)( (?:abs|vac))?$/i.exec(text);
  const [, figures = "", said = "", rest = ""] = parts ?? [];
  if (!/\d/.test(figures)) return text;
  const row = WORDS.find(
    ([pattern, , of]) => of === dimension && new RegExp(`^(?:${pattern.source})$`, "i").test(said),
  );
  return row ? `${figures} ${row[1]}${rest}` : text;
};

const inVacuum: Step = (text, dimension, unit) =>
  dimension === "pressure"
    ? text.replace(
        new RegExp(`^(${NUMBER}) ?(?:vac|vacuum|in vac)$`, "i"),
        (all, figure: string) => `${figure} ${/in vac/i.test(all) ? "inHg" : unit} vac`,
      )
    : text;
