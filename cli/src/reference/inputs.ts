/** Reads the inputs of a check case: quantities in quotes, bare numbers with the unit in the key. */
import {
  buildCurve,
  type RatedCurve,
  type SystemCurve,
  systemThrough,
} from "@yard-tack/core/curve";
import {
  absolutePa,
  type AbsolutePa,
  type Dimension,
  gaugePa,
  type GaugePa,
  parseQuantity,
  toGauge,
  toUnit,
} from "@yard-tack/core/quantity";

export type Inputs = Readonly<Record<string, unknown>>;

/** SI value of a quoted quantity; undefined when the key is missing or null. */
export function si(inputs: Inputs, key: string, dimension: Dimension): number | undefined {
  const raw = inputs[key];
  if (raw === undefined || raw === null) return undefined;
  const parsed = parseQuantity(String(raw), dimension);
  if (!parsed.ok) throw new Error(`${key}: ${parsed.error.message}`);
  return parsed.value.si;
}

/** The same, for a value the case cannot do without. */
export function need(inputs: Inputs, key: string, dimension: Dimension): number {
  const value = si(inputs, key, dimension);
  if (value === undefined) throw new Error(`${key} is missing`);
  return value;
}

/** A speed in r/min. */
export function rpm(inputs: Inputs, key: string): number | undefined {
  const value = si(inputs, key, "speed");
  return value === undefined ? undefined : toUnit(value, "rpm");
}

/** A bare number. */
export function plain(inputs: Inputs, key: string): number | undefined {
  const raw = inputs[key];
  return typeof raw === "number" ? raw : undefined;
}

/** A nested object of inputs. */
export const group = (inputs: Inputs, key: string): Inputs | undefined =>
  (inputs[key] ?? undefined) as Inputs | undefined;

/** A list of quoted quantities. */
export const siList = (inputs: Inputs, key: string, dimension: Dimension): number[] =>
  ((inputs[key] ?? []) as unknown[]).map((v) => need({ v }, "v", dimension));

/** A pressure as gauge; absolute readings need the barometer. */
export function gaugeInput(
  inputs: Inputs,
  key: string,
  atmosphere: AbsolutePa | undefined,
): GaugePa | undefined {
  const raw = inputs[key];
  if (raw === undefined || raw === null) return undefined;
  const parsed = parseQuantity(String(raw), "pressure");
  if (!parsed.ok) throw new Error(`${key}: ${parsed.error.message}`);
  if (parsed.value.reference !== "absolute") return gaugePa(parsed.value.si);
  if (atmosphere === undefined) throw new Error(`${key} is absolute and there is no barometer`);
  return toGauge(absolutePa(parsed.value.si), atmosphere);
}

/** A rated curve. */
export function curveInput(raw: Inputs | undefined): RatedCurve | undefined {
  if (!raw) return undefined;
  const points = ((raw["points"] ?? []) as Inputs[]).map((p) => ({
    flow: need(p, "flow", "flow"),
    head: si(p, "head", "length"),
    power: si(p, "power", "power"),
    npshr: si(p, "npshr", "length"),
  }));
  const built = buildCurve({ speed: rpm(raw, "speed"), points });
  if (!built.ok) throw new Error(built.error);
  return built.value;
}

/** A system through its stated point. */
export function systemInput(raw: Inputs | undefined): SystemCurve {
  if (!raw) throw new Error("system is missing");
  return systemThrough(
    need(raw, "staticHead", "length"),
    need(raw, "atFlow", "flow"),
    need(raw, "head", "length"),
  );
}
