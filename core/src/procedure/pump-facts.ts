/** What of a pump decides which steps, chips, cautions and stops belong to its visit. */
import { parseQuantity } from "../quantity/index.ts";
import { FAMILIES, type Family, INSTALLATIONS, type Installation } from "../case/index.ts";

export interface PumpFacts {
  readonly family: Family;
  readonly installation: Installation | undefined;
  readonly variant: string | undefined;
  readonly driver: "3-phase" | "1-phase" | "engine" | "unknown";
  readonly driveKind: string | undefined;
  readonly screwedImpeller: boolean;
  /** The wheel is known to sit on a key: it cannot unscrew. */
  readonly keyedImpeller: boolean;
  readonly plasticImpeller: boolean;
  readonly straightVanes: boolean;
  /** "packed", "mechanical" …; undefined when it is not known. */
  readonly seal: string | undefined;
  readonly closedLoop: boolean;
  /** The liquid can scald. */
  readonly hot: boolean;
  readonly forbids: readonly string[];
}

/** From here skin is scalded within seconds [K]. */
const SCALDS_K = 318.15;

const ENGINE_FAMILIES: readonly Family[] = ["dry-priming", "portable"];

type Json = Readonly<Record<string, unknown>>;
const object = (v: unknown): Json => (typeof v === "object" && v !== null ? (v as Json) : {});
const text = (v: unknown): string | undefined => (typeof v === "string" ? v : undefined);

/** Reads the facts from a case file, also one that is not whole: what is missing is unknown. */
export function factsOf(base: unknown): PumpFacts {
  const file = object(base);
  const pump = object(file["pump"]);
  const impeller = object(pump["impeller"]);
  const motor = pump["motor"];
  const drive = text(object(pump["drive"])["kind"]);
  const family = FAMILIES.find((f) => f === pump["family"]) ?? "end-suction";
  const temperature = parseQuantity(text(object(file["site"])["temperature"]) ?? "", "temperature");
  return {
    family,
    installation: INSTALLATIONS.find((i) => i === pump["installation"]),
    variant: text(pump["variant"]),
    driver:
      drive === "engine" || (!motor && ENGINE_FAMILIES.includes(family))
        ? "engine"
        : !motor
          ? "unknown"
          : object(motor)["phases"] === 1
            ? "1-phase"
            : "3-phase",
    driveKind: drive,
    screwedImpeller: impeller["mounting"] === "screwed",
    keyedImpeller: impeller["mounting"] === "keyed",
    plasticImpeller: impeller["material"] === "plastic",
    straightVanes: impeller["vaneShape"] === "straight",
    seal: text(object(pump["seal"])["kind"]),
    closedLoop: object(file["system"])["closedLoop"] === true,
    hot: temperature.ok && temperature.value.si >= SCALDS_K,
    forbids: Array.isArray(pump["forbids"])
      ? pump["forbids"].filter((f) => typeof f === "string")
      : [],
  };
}
