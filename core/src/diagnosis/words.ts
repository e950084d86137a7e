/** Evidence in words: what was seen and what would have been expected, with figures and units. */
import { formatNumber, formatSi, type UnitSystem } from "../quantity/index.ts";
import { type EvidenceItem, NOT_COMPLAINED } from "./evidence.ts";
import type { PosteriorCause } from "./posterior.ts";
import type { ReadingEvidence } from "./model/reading-evidence.ts";
import { testRow } from "./tables/tests/index.ts";

/** A reading's value in the reader's units. */
export function readingValue(r: ReadingEvidence, si: number, system: UnitSystem): string {
  if (r.dimension === "percent") return `${formatNumber(si)} %`;
  if (r.dimension === "metres") return formatSi(si, "length", system);
  // Speeds are kept in r/min throughout the model.
  if (r.dimension === "speed") return `${formatNumber(si, 4)} rpm`;
  return formatSi(si, r.dimension, system);
}

/**
 * One item of evidence as a phrase.
 * @param cause - for a reading, the cause whose expectation is named
 */
export function evidenceWords(
  item: EvidenceItem,
  cause: PosteriorCause | undefined,
  system: UnitSystem,
): string {
  if (item.reading) {
    const r = item.reading;
    const seen = readingValue(r, r.seen, system);
    const predicted = cause?.predicted.get(r.id);
    const where = r.snapshot && r.snapshot !== "as found" ? ` (${r.snapshot})` : "";
    if (predicted === undefined) return `${r.label}${where} ${seen}`;
    return `${r.label}${where} ${seen}, would be ${readingValue(r, predicted, system)}`;
  }
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
  if (item.kind === "test") {
    const row = testRow(item.id);
    const outcome = row?.outcomes.find((o) => o.id === item.outcome);
    return `${row?.name ?? item.id}: ${outcome?.name ?? item.outcome ?? ""}`;
  }
  if (item.id === NOT_COMPLAINED) return "what nobody complained of";
  return item.kind === "running" ? "it ran while it was read" : "what nobody mentioned";
}

/** One item of evidence as a name with what was seen, without what any cause expects. */
export function itemName(item: EvidenceItem, system: UnitSystem): string {
  const r = item.reading;
  if (!r) return evidenceWords(item, undefined, system);
  const where = r.snapshot && r.snapshot !== "as found" ? ` (${r.snapshot})` : "";
  return `${r.label}${where} at ${readingValue(r, r.seen, system)}`;
}
