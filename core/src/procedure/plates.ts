/** What stands on the plates of body and motor, and where a plate and the register disagree. */
import type { PlateKey, PlateKind } from "../case/index.ts";
import { type Dimension, parseQuantity } from "../quantity/index.ts";
import type { PumpFacts } from "../visit/index.ts";

export interface PlateField {
  readonly key: PlateKey;
  readonly name: string;
  /** A quantity, a bare number, or words. */
  readonly holds: Dimension | "number" | "words";
  /** Units on its keypad, the usual one first. */
  readonly units: readonly string[];
  readonly when?: (pump: PumpFacts) => boolean;
}

const words = (key: PlateKey, name: string): PlateField => ({
  key,
  name,
  holds: "words",
  units: [],
});
const of = (
  key: PlateKey,
  name: string,
  holds: Dimension | "number",
  units: readonly string[],
  when?: PlateField["when"],
): PlateField => ({ key, name, holds, units, ...(when ? { when } : {}) });

const singlePhase = (p: PumpFacts) => p.driver === "1-phase";
const threePhase = (p: PumpFacts) => p.driver !== "1-phase";

const PLATE_FIELDS: Readonly<Record<PlateKind, readonly PlateField[]>> = {
  body: [
    words("type", "Type"),
    words("serial", "Serial number"),
    words("dateCode", "Date code"),
    words("ports", "Ports and pressure class"),
    of("faceToFace", "Face to face", "length", ["mm", "in"]),
    of("diameter", "Wheel diameter", "length", ["mm", "in"]),
    words("seal", "Seal"),
    words("rotation", "Rotation arrow"),
  ],
  motor: [
    of("phases", "Phases", "number", []),
    of("power", "Power", "power", ["kW", "hp"]),
    of("voltage", "Voltage", "voltage", ["V"]),
    of("current", "Full-load current", "current", ["A"]),
    of("serviceFactorCurrent", "Service-factor current", "current", ["A"], threePhase),
    of("serviceFactor", "Service factor", "number", []),
    of("speed", "Speed", "speed", ["rpm"]),
    of("frequency", "Frequency", "frequency", ["Hz"]),
    of("powerFactor", "Power factor", "number", []),
    of("efficiency", "Efficiency", "number", []),
    of("capacitor", "Run capacitor", "capacitance", ["uF"], singlePhase),
    of("startsPerHour", "Starts an hour, at most", "number", []),
    words("serial", "Serial number"),
  ],
};

/** Fields of a plate on this pump. */
export const plateFields = (kind: PlateKind, pump: PumpFacts): PlateField[] =>
  PLATE_FIELDS[kind].filter((f) => f.when?.(pump) ?? true);

/** What was read at a field. */
export interface PlateReading {
  readonly text: string;
  /** Looked at and not legible. */
  readonly unreadable: boolean;
}

export type PlateComparison =
  | { readonly kind: "not-read"; readonly register: string | undefined }
  | { readonly kind: "unreadable"; readonly register: string | undefined }
  | { readonly kind: "agrees" }
  /** The register has nothing here yet. */
  | { readonly kind: "new"; readonly plate: string }
  | { readonly kind: "differs"; readonly plate: string; readonly register: string }
  | { readonly kind: "not-understood"; readonly plate: string; readonly message: string };

/** Two figures closer than this are one figure written twice. */
const SAME_WITHIN = 0.005;

/**
 * One field against the register. Quantities are compared as quantities ("15 kW" and "15000 W" agree),
 * words without regard to case and spaces.
 */
export function comparePlate(
  field: PlateField,
  reading: PlateReading | undefined,
  register: unknown,
): PlateComparison {
  const known = typeof register === "number" ? String(register) : register;
  const registered = typeof known === "string" && known !== "" ? known : undefined;
  if (reading?.unreadable) return { kind: "unreadable", register: registered };
  const plate = reading?.text.trim() ?? "";
  if (plate === "") return { kind: "not-read", register: registered };
  const value = valueOf(field, plate);
  if (typeof value === "object") return { kind: "not-understood", plate, message: value.message };
  if (registered === undefined) return { kind: "new", plate };
  const other = valueOf(field, registered);
  const same =
    typeof value === "number" && typeof other === "number"
      ? Math.abs(value - other) <= SAME_WITHIN * Math.max(Math.abs(value), Math.abs(other))
      : value === other;
  return same ? { kind: "agrees" } : { kind: "differs", plate, register: registered };
}

function valueOf(field: PlateField, text: string): number | string | { message: string } {
  if (field.holds === "words") return text.toLowerCase().replace(/\s+/g, "");
  if (field.holds === "number") {
    const number = Number(text.replace(",", ".").replace(/\s*(?:%|~|ph(?:ase)?s?)$/i, ""));
    if (!Number.isFinite(number)) return { message: `"${text}" is not a number.` };
    if (field.key === "phases" && number !== 1 && number !== 3)
      return { message: "A motor has 1 or 3 phases." };
    return text.includes("%") || number > 1.5 ? shareOf(field, number) : number;
  }
  const parsed = parseQuantity(text, field.holds);
  return parsed.ok ? parsed.value.si : { message: parsed.error.message };
}

/** "91 %" and "91" are 0.91 where the register keeps a share. */
const shareOf = (field: PlateField, number: number): number =>
  field.key === "efficiency" || field.key === "powerFactor" ? number / 100 : number;

/** A plate's text as the register keeps it: a number where a number is kept. */
export function registerValue(field: PlateField, text: string): string | number {
  const value = field.holds === "number" ? valueOf(field, text) : undefined;
  return typeof value === "number" ? value : text.trim();
}
