/** What a drift amounts to, in sentences. */
import { formatNumber, shownUnit, prettyUnit, toUnit, type UnitSystem } from "../quantity/index.ts";
import type { Drift } from "./drift.ts";
import { monthWords } from "./months.ts";
import type { Counted } from "./year-rows.ts";

/** How the changes of one scale are said. */
interface Saying {
  /** Of a change, without its sign. */
  readonly size: (change: number) => string;
  readonly band: (band95: number) => string;
  readonly rate: (perMonth: number, band95: number) => string;
  /** Where a level stands, of the change at which it does. */
  readonly level: (change: number) => string;
}

const figure = (v: number) => formatNumber(Math.abs(v), 2);

const SAYINGS: Readonly<Record<Counted["as"], (base: number, units: UnitSystem) => Saying>> = {
  percent: () => ({
    size: (c) => `${figure(c)} %`,
    band: figure,
    rate: (m, b) => `${figure(m)} ± ${figure(b)} % a month`,
    level: (c) => `${Math.abs(c)} %`,
  }),
  difference: (base, units) => {
    const unit = shownUnit("velocity", units);
    const shown = (v: number) => formatNumber(Math.abs(toUnit(v, unit)), 2);
    const yearly = (v: number) => shown(12 * v);
    return {
      size: (c) => `${shown(c)} ${prettyUnit(unit)}`,
      band: shown,
      rate: (m, b) => `${yearly(m)} ± ${yearly(b)} ${prettyUnit(unit)} a year`,
      level: (c) => `${shown(base + c)} ${prettyUnit(unit)}`,
    };
  },
  ratio: (base) => ({
    size: (c) => `${formatNumber(Math.exp(Math.abs(c)), 2)} times`,
    band: (b) => `a factor of ${formatNumber(Math.exp(b), 2)}`,
    rate: (m, b) =>
      `${formatNumber(Math.exp(12 * m), 2)} times in a year, give or take a factor of ${formatNumber(Math.exp(12 * b), 2)}`,
    level: (c) => `${formatNumber((base * Math.exp(c)) / 1e6, 2)} MΩ`,
  }),
};

const LEVEL_WORDS = {
  watch: "watch it, read it again at each round",
  plan: "plan its overhaul",
  act: "act now",
} as const;

/**
 * What a drift amounts to.
 * @param lost - what it is of
 * @param base - the base's own figure in SI
 */
export function driftWords(
  { now, perMonth, withinGauges, reached, crossing }: Drift,
  { as, scale }: Counted,
  {
    lost,
    base,
    units,
  }: { readonly lost: string; readonly base: number; readonly units: UnitSystem },
): string[] {
  const say = SAYINGS[as](base, units);
  const way = now.change < 0 ? "less" : "more";
  const amount = `${say.size(now.change)} ${way} ${lost} than at the base, give or take ${say.band(now.band95)}`;
  const level = scale.levels.find((l) => l.id === reached);
  const reaches = level
    ? [`Past ${say.level(scale.bad * level.change)}: ${LEVEL_WORDS[level.id]}.`]
    : [];
  if (withinGauges)
    return [
      `${amount}: the ${as === "percent" ? "gauges" : "instruments"} alone can be off by that much between two visits, so no drift is proven.`,
      // Where the level is one of its own and not of the change it may have stood past it from the first.
      ...(as === "percent" ? [] : reaches),
    ];
  const speed = perMonth
    ? say.rate(perMonth.change, perMonth.band95)
    : "how fast, two visits apart would tell";
  return [
    `${amount}; ${speed}.`,
    ...reaches,
    ...(crossing ? [crossingWords(crossing, say.level(scale.bad * crossing.change))] : []),
    ...(crossing || level || scale.bad * now.change > 0 || !perMonth
      ? []
      : [
          "It goes the way that wear does not: a repair, another fingerprint, or a reading to repeat.",
        ]),
  ];
}

function crossingWords(
  { month, from, until }: NonNullable<Drift["crossing"]>,
  level: string,
): string {
  const between =
    until === undefined
      ? `not before ${monthWords(from)}, perhaps much later`
      : from === until
        ? ""
        : `between ${monthWords(from)} and ${monthWords(until)}`;
  return `If it goes on so it crosses ${level} about ${monthWords(month)}${between === "" ? "" : `, ${between}`}.`;
}
