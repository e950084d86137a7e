/**
 * The reasons in words, made from the evidence itself: which side, which reading decides, what would
 * have to be true for the second cause, and what was not measured. No sentence is about one case.
 */
import { formatNumber, type UnitSystem } from "../quantity/index.ts";
import { type EvidenceItem, isSilence } from "./evidence.ts";
import { missingReadings } from "./next-reading.ts";
import type { Posterior, PosteriorCause } from "./posterior.ts";
import type { CauseSide } from "./tables/causes/index.ts";
import { type PumpHistory, REPEAT_DAYS, type Situation, type Snapshot } from "../visit/index.ts";
import { drawnReason } from "./drawn-line.ts";
import { sinceFingerprint } from "./since-fingerprint.ts";
import { readingsTogether } from "./together.ts";
import { itemName, readingValue } from "./words.ts";
import { worthInWords } from "./worth.ts";

/** Evidence that moves the first cause by less is not called decisive [bits]. */
const DECISIVE = 0.7;
/** Below this the first cause does not stand out. */
const STANDS_OUT = 0.5;
/** A pair below this is not worth a sentence. */
const WORTH_A_PAIR = 0.02;

const SIDES: Readonly<Record<Exclude<CauseSide, "none" | "unclear">, string>> = {
  pump: "in the pump",
  system: "in the system round the pump",
  drive: "in the drive and its supply",
  instrument: "in a gauge",
};

/** Sentences, most useful first. */
export function explain(
  posterior: Posterior,
  where: { readonly pumpOrSystem: CauseSide; readonly probability: number },
  situation: Situation,
  snapshot: Snapshot | undefined,
  hasRating: boolean,
  units: UnitSystem,
): string[] {
  const order = posterior.causes.map((_, i) => i).sort((a, b) => p(posterior, b) - p(posterior, a));
  const [first = 0, second = 0] = order;
  const one = posterior.causes[first];
  const two = posterior.causes[second];
  if (!one || !two) return [];
  return [
    sideSentence(where),
    ...standing(posterior, order),
    ...decisive(posterior, first, one, units),
    ...comesBack(one, situation.history),
    ...asDrawn(one, situation),
    ...sinceFingerprint(situation, units),
    ...forSecond(posterior, first, second, units),
    ...pairs(posterior),
    ...notMeasured(situation, posterior, snapshot, hasRating),
  ];
}

const p = (posterior: Posterior, i: number): number => posterior.causes[i]?.probability ?? 0;
const percent = (v: number): string =>
  v > 0.995 ? "over 99 %" : v < 0.005 ? "under 1 %" : `${formatNumber(100 * v, 2)} %`;
const lower = (name: string): string => `${name.charAt(0).toLowerCase()}${name.slice(1)}`;

/** An item as it stands in a sentence. */
function inSentence(item: EvidenceItem, units: UnitSystem): string {
  const name = itemName(item, units);
  if (item.reading) return `the ${name}`;
  return item.kind === "running" || item.kind === "level" || isSilence(item) ? name : `“${name}”`;
}

const sideSentence = (where: {
  readonly pumpOrSystem: CauseSide;
  readonly probability: number;
}): string =>
  where.pumpOrSystem === "unclear"
    ? "Pump or system: not decided yet."
    : where.pumpOrSystem === "none"
      ? `Nothing is wrong with it: the pump does its duty (${percent(where.probability)} sure).`
      : `The trouble is ${SIDES[where.pumpOrSystem]} (${percent(where.probability)} sure).`;

function standing(posterior: Posterior, order: readonly number[]): string[] {
  const [first = 0] = order;
  if (p(posterior, first) >= STANDS_OUT) return [];
  const three = order.slice(0, 3);
  const names = three.map((i) => lower(posterior.causes[i]?.row.name ?? "")).join(", ");
  const sum = three.reduce((s, i) => s + p(posterior, i), 0);
  return [`No cause stands out: ${names} share ${percent(sum)}.`];
}

function comesBack({ row }: PosteriorCause, { recent }: PumpHistory): string[] {
  if (!recent.includes(row.id)) return [];
  return [
    `This pump had it within ${REPEAT_DAYS} days: that alone makes it likelier than on another. Look for what brought it back.`,
  ];
}

function asDrawn({ row }: PosteriorCause, situation: Situation): string[] {
  const reason = drawnReason(situation, row.id);
  return reason ? [`As drawn, ${reason}: that alone makes it likelier here.`] : [];
}

function decisive(
  posterior: Posterior,
  index: number,
  cause: PosteriorCause,
  units: UnitSystem,
): string[] {
  const ranked = posterior.items
    .map((item) => ({ item, bits: posterior.bits(item, index) }))
    .sort((a, b) => b.bits - a.bits);
  const [best] = ranked;
  const together = readingsTogether(posterior, index, best?.bits ?? 0);
  if (together === undefined && (!best || best.bits < DECISIVE)) {
    return [
      `Nothing read points clearly to “${lower(cause.row.name)}”: it leads because it is common here and the others fit worse.`,
    ];
  }
  const worst = ranked.at(-1);
  const against =
    worst && worst.bits < -DECISIVE
      ? ` Strongest sign against it: ${inSentence(worst.item, units)}.`
      : "";
  const sign = together ?? (best && inSentence(best.item, units)) ?? "";
  return [`Strongest sign of “${lower(cause.row.name)}”: ${sign}.${against}`];
}

/** What the second cause would need: the item that separates it most from the first. */
function forSecond(
  posterior: Posterior,
  first: number,
  second: number,
  units: UnitSystem,
): string[] {
  const two = posterior.causes[second];
  if (!two) return [];
  const gap = (i: EvidenceItem) => (i.logLikelihood[first] ?? 0) - (i.logLikelihood[second] ?? 0);
  const [item] = posterior.items.toSorted((a, b) => gap(b) - gap(a));
  const bits = item ? gap(item) / Math.LN2 : 0;
  const name = lower(two.row.name);
  const share = percent(two.probability);
  if (posterior.causes[first]?.row.inseparable?.includes(two.row.id) && bits < DECISIVE) {
    return [`“${name}” (${share}) looks the same from outside: only opening it or a test tells.`];
  }
  if (!item || bits < 0.3) return [`Nothing read so far separates it from “${name}” (${share}).`];
  return [`For “${name}” (${share}) to be the cause, ${needed(item, two, units)}.`];
}

function needed(item: EvidenceItem, cause: PosteriorCause, units: UnitSystem): string {
  const { reading, observation } = item;
  if (reading) {
    const predicted = cause.predicted.get(reading.id);
    const seen = readingValue(reading, reading.seen, units);
    return predicted === undefined
      ? `the ${reading.label} would have to be wrong`
      : `the ${reading.label} would have to show ${readingValue(reading, predicted, units)}, not ${seen}`;
  }
  if (observation) {
    return observation.present
      ? `“${observation.name}” would need another explanation`
      : `“${observation.name}” would have to have been overlooked`;
  }
  if (item.kind === "test" || item.search)
    return `${inSentence(item, units)} would have to mislead`;
  return "signs that nobody mentioned would have to be there";
}

function pairs(posterior: Posterior): string[] {
  const [best] = posterior.pairs;
  if (!best || best.probability < WORTH_A_PAIR) return [];
  const [a, b] = best.ids.map((id) =>
    lower(posterior.causes.find((c) => c.row.id === id)?.row.name ?? id),
  );
  return [`Both at once, “${a ?? ""}” and “${b ?? ""}”: ${percent(best.probability)}.`];
}

function notMeasured(
  situation: Situation,
  posterior: Posterior,
  snapshot: Snapshot | undefined,
  hasRating: boolean,
): string[] {
  const missing = missingReadings(situation, snapshot, posterior, hasRating).slice(0, 3);
  if (missing.length === 0) return [];
  const list = missing.map((m) => `${m.name} (${worthInWords(m.bits)})`).join(", ");
  return [`Not measured: ${list}.`];
}
