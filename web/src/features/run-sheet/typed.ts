/** From what is in a strip to the text that is kept. */
import {
  type Dimension,
  parseQuantity,
  type Quantity,
  type QuantityError,
} from "@yard-tack/core/quantity";

export interface Typed {
  /** The whole text, unit included, as it is kept. */
  readonly raw: string;
  readonly quantity: Quantity | undefined;
  readonly error: QuantityError | undefined;
}

/**
 * Reads a strip: the text may bring its own unit ("14 psi"), else the strip's unit is added.
 * @param unit - unit chosen on the strip
 * @param vac - whether "vac" is switched on
 */
export function readTyped(text: string, unit: string, vac: boolean, dimension: Dimension): Typed {
  const trimmed = text.trim();
  const ownUnit = /[A-Za-z°µΩ"']/.test(trimmed.replace(/^[+\-\u2212]?[\d.,]+[eE][+-]?\d+/, ""));
  const raw = ownUnit ? trimmed : `${trimmed} ${unit}${vac ? " vac" : ""}`;
  const parsed = parseQuantity(raw, dimension);
  return parsed.ok
    ? { raw, quantity: parsed.value, error: undefined }
    : { raw, quantity: undefined, error: parsed.error };
}

/** The parts of a kept text, to put back into a strip. */
export function partsOf(raw: string, dimension: Dimension, fallback: string): StripText {
  const parsed = parseQuantity(raw, dimension);
  if (!parsed.ok) return { text: raw, unit: fallback, vac: false };
  const [number = raw] = raw.trim().split(/\s+/);
  const bare = /^[+\-\u2212]?[\d.,]+$/.test(number);
  return bare
    ? { text: number, unit: parsed.value.unit, vac: /\bvac/.test(raw) }
    : { text: raw, unit: parsed.value.unit, vac: false };
}

/** What stands in a strip at a moment. */
export interface StripText {
  readonly text: string;
  readonly unit: string;
  readonly vac: boolean;
}

/** A strip as a draft; empty when there is nothing in it. */
export const draftOf = (strip: StripText): string =>
  strip.text === "" ? "" : JSON.stringify(strip);

/** A draft back in the strip; one of an older version, the bare text, takes the strip's unit. */
export function fromDraft(draft: string, fallback: string): StripText {
  try {
    const kept = JSON.parse(draft) as Partial<StripText> | null;
    if (typeof kept?.text === "string") {
      return { text: kept.text, unit: kept.unit ?? fallback, vac: kept.vac === true };
    }
  } catch {
    // Not ours: taken as the text itself.
  }
  return { text: draft, unit: fallback, vac: false };
}
