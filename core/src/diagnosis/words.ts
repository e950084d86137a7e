/** Evidence in words: what was seen and what would have been expected, with figures and units. */
import { formatNumber, formatSi, type UnitSystem } from "../quantity/index.ts";
import { type LeakSearch, spokenPosition } from "../visit/index.ts";
import { type EvidenceItem, NOT_COMPLAINED } from "./evidence.ts";
import type { PosteriorCause } from "./posterior.ts";
import type { ReadingEvidence } from "./model/reading-evidence.ts";
import { testRow } from "./tables/tests/index.ts";

/** A reading's value in the reader's units. */
export function readingValue(r: ReadingEvidence, si: number, system: UnitSystem): string {
  if (r.dimension === "shape") return shapeWords(si);
  if (r.dimension === "percent") return `${formatNumber(si)} %`;
  if (r.dimension === "metres") return formatSi(si, "length", system);
  // Speeds are kept in r/min throughout the model.
  if (r.dimension === "speed") return `${formatNumber(si, 4)} rpm`;
  return formatSi(si, r.dimension, system);
}

/** Shapes nearer to one low or one high line than this are called so [rad]. */
const CLEAR_SHAPE = 0.8;

function shapeWords(shape: number): string {
  if (Number.isNaN(shape)) return "any shape";
  if (shape < CLEAR_SHAPE) return "one line low, two alike";
  return shape > Math.PI - CLEAR_SHAPE ? "one line high, two alike" : "one high, one low";
}

/** One item of evidence as a phrase; for a reading, the cause whose expectation is named. */
type Phrase = (cause: PosteriorCause | undefined) => string;

/** What is the same whatever the cause is worded once. */
export function evidencePhrase(item: EvidenceItem, system: UnitSystem): Phrase {
  const { reading } = item;
  if (!reading) {
    const words = plainWords(item, system);
    return () => words;
  }
  const { id, label, seen } = reading;
  const words = `${label}${whenRead(reading)}${said(reading)} ${readingValue(reading, seen, system)}`;
  return (cause) => {
    const predicted = cause?.predicted.get(id);
    if (predicted === undefined) return words;
    return `${words}, would be ${readingValue(reading, predicted, system)}`;
  };
}

/** A shape is told in words of its own, a figure goes on in the sentence. */
const said = ({ dimension }: ReadingEvidence): string => (dimension === "shape" ? ":" : "");

const whenRead = ({ snapshot }: ReadingEvidence): string =>
  snapshot && snapshot !== "as found" ? ` (${spokenPosition(snapshot)})` : "";

function plainWords(item: EvidenceItem, system: UnitSystem): string {
  if (item.observation) {
    return item.observation.present
      ? item.observation.name
      : `looked for and not there: ${item.observation.name}`;
  }
  if (item.level) {
    const [seen, register] = [item.level.seen, item.level.register].map((v) =>
      formatSi(v, "length", system),
    );
    return `level ${seen} over the shaft, ${register} in the register`;
  }
  if (item.counted) {
    const { what, ratio, of } = item.counted;
    return `${what}, ${formatNumber(100 * ratio, 2)} % ${of}`;
  }
  if (item.margin !== undefined) {
    const metres = formatSi(Math.abs(item.margin), "length", system, 2);
    return `NPSH at the duty by level and sheet, ${metres} ${item.margin < 0 ? "short" : "to spare"}`;
  }
  if (item.search) return leakWords(item.search);
  if (item.kind === "test") {
    const row = testRow(item.id);
    const outcome = row?.outcomes.find((o) => o.id === item.outcome);
    return `${row?.name ?? item.id}: ${outcome?.name ?? item.outcome ?? ""}`;
  }
  if (item.id === NOT_COMPLAINED) return "what nobody complained of";
  return item.kind === "running" ? "it ran while it was read" : "what nobody mentioned";
}

/** Where the line lets air in, by the numbers its parts have on the drawing. */
function leakWords({ from, to, is }: LeakSearch): string {
  if (is === "held") return `the line held a vacuum from its part ${to + 2} to the pump`;
  const parts = from === to ? `part ${from + 1}` : `parts ${from + 1} to ${to + 1}`;
  return `halved under vacuum, the line leaks at its ${parts}`;
}

/** One item of evidence as a name with what was seen, without what any cause expects. */
export function itemName(item: EvidenceItem, system: UnitSystem): string {
  const r = item.reading;
  if (!r) return plainWords(item, system);
  const value = readingValue(r, r.seen, system);
  return `${r.label}${whenRead(r)} ${r.dimension === "shape" ? `(${value})` : `at ${value}`}`;
}
