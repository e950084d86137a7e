/** From what is in a strip to the text that is kept. */
import {
  type Dimension,
  parseReading,
  plainly,
  type Quantity,
  type QuantityError,
  type WrittenReading,
} from "@yard-tack/core/quantity";

export interface Typed {
  /** The whole text, unit included, as it is kept. */
  readonly raw: string;
  readonly reading: WrittenReading | undefined;
  /** The reading as one value: its mean. */
  readonly quantity: Quantity | undefined;
  readonly error: QuantityError | undefined;
}

/** Figures, signs, swings and repeats at the start of a text: all but the unit. */
const FIGURES = /^(?:[\d.,+\-\u2212;\s…]|to(?=[\d.,+\-\u2212\s]|$))*(?:[eE][+-]?\d+)?/;

/**
 * Reads a strip: the text may bring its own unit ("14 psi"), else the strip's unit is added.
 * @param unit - unit chosen on the strip
 * @param vac - whether "vac" is switched on
 */
export function readTyped(text: string, unit: string, vac: boolean, dimension: Dimension): Typed {
  const trimmed = plainly(text, dimension, unit);
  const ownUnit = trimmed.replace(FIGURES, "") !== "";
  const raw = ownUnit ? trimmed : `${trimmed} ${unit}${vac ? " vac" : ""}`;
  const parsed = parseReading(raw, dimension);
  if (!parsed.ok) return { raw, reading: undefined, quantity: undefined, error: parsed.error };
  const { values, mean } = parsed.value;
  const written = values.reduce((sum, v) => sum + v.written, 0) / values.length;
  const quantity: Quantity = {
    ...values[0],
    si: mean,
    written,
    commaInDoubt: values.some((v) => v.commaInDoubt),
  };
  return { raw, reading: parsed.value, quantity, error: undefined };
}

/** The parts of a kept text, to put back into a strip. */
export function partsOf(raw: string, dimension: Dimension, fallback: string): StripText {
  const parsed = parseReading(raw, dimension);
  if (!parsed.ok) return { text: raw, unit: fallback, vac: false };
  const unit = parsed.value.values[0].unit;
  const figures = FIGURES.exec(raw)?.[0] ?? "";
  const rest = raw.slice(figures.length);
  // A unit in the middle ("14 psi; 15 bar") stays where it was typed.
  return /[\d;]/.test(rest.replace(/^[a-zA-Z/]+\d/, ""))
    ? { text: raw, unit, vac: false }
    : { text: figures.trim(), unit, vac: /\bvac/.test(rest) };
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
      return {
        text: kept.text,
        unit: typeof kept.unit === "string" ? kept.unit : fallback,
        vac: kept.vac === true,
      };
    }
  } catch {
    // Not ours: taken as the text itself.
  }
  return { text: draft, unit: fallback, vac: false };
}
