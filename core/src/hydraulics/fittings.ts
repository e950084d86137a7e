/** Loss coefficients of fittings, and roughness of pipes by material. */

export interface FittingRow {
  /** On the velocity head of its own bore. */
  readonly k: number;
  /** In a person's words. */
  readonly name: string;
  readonly source: string;
}

const CRANE = "Crane TP-410, rounded for DN 50 to 150";
const IDELCHIK = "Idelchik, Handbook of Hydraulic Resistance, rounded";

/**
 * Usual coefficients. A case's own `k` always wins; these are for lines where nobody knows better,
 * and scatter by ±30 %.
 */
export const FITTINGS = {
  inlet: { k: 0.5, name: "pipe end, sharp", source: IDELCHIK },
  bell: { k: 0.05, name: "inlet bell", source: IDELCHIK },
  pipe: { k: 0, name: "pipe", source: "" },
  hose: { k: 0, name: "hose", source: "" },
  "bend-long": { k: 0.2, name: "long bend", source: CRANE },
  "bend-short": { k: 0.5, name: "short elbow", source: CRANE },
  tee: { k: 0.35, name: "tee, straight through", source: CRANE },
  branch: { k: 1.1, name: "tee, through the branch", source: CRANE },
  reducer: { k: 0.1, name: "reducer", source: IDELCHIK },
  "valve-gate": { k: 0.15, name: "gate valve", source: CRANE },
  "valve-ball": { k: 0.05, name: "ball valve", source: CRANE },
  "valve-butterfly": { k: 0.8, name: "butterfly valve", source: CRANE },
  "valve-globe": { k: 6, name: "globe valve", source: CRANE },
  "valve-diaphragm": { k: 2.5, name: "diaphragm valve", source: IDELCHIK },
  strainer: { k: 1.5, name: "strainer, clean", source: IDELCHIK },
  "foot-valve": { k: 2.5, name: "foot valve with strainer", source: CRANE },
  "check-valve": { k: 2, name: "check valve", source: CRANE },
  joint: { k: 0.02, name: "joint", source: IDELCHIK },
  "gauge-port": { k: 0, name: "gauge port", source: "" },
  "air-vent": { k: 0, name: "air vent", source: "" },
  relief: { k: 0, name: "relief or recirculation", source: "" },
} as const satisfies Readonly<Record<string, FittingRow>>;

export type FittingId = keyof typeof FITTINGS;

/** Polyethylene in any of its grades, and not the end of "pipe". */
const POLYETHYLENE = /\b(?:hd|md|ld)?pe(?:x|\d+)?\b/;

/** What a pipe is made of, the first row that fits decides: absolute roughness [m] and Hazen–Williams C. */
const MATERIALS: readonly (readonly [words: RegExp, metres: number, c: number])[] = [
  [/stainless/, 0.045e-3, 140],
  [/galvani|zinc/, 0.15e-3, 120],
  [/rust/, 1e-3, 80],
  [/cast/, 0.26e-3, 100],
  [/ductile/, 0.1e-3, 120],
  [/concrete/, 1e-3, 120],
  [/rubber|hose/, 0.03e-3, 140],
  [/steel/, 0.05e-3, 120],
  [/copper|brass/, 0.0015e-3, 140],
  [/pvc|plastic|\bpp/, 0.0015e-3, 150],
  [POLYETHYLENE, 0.0015e-3, 150],
];

/** A pipe nobody described: steel, some years old. */
const UNDESCRIBED = { roughness: 0.1e-3, c: 120 } as const;

const rowOf = (material: string | undefined) => {
  const text = material?.toLowerCase() ?? "";
  return MATERIALS.find(([words]) => words.test(text));
};

/** Absolute roughness of a material [m]. Source: Moody 1944 and later tables. */
export const roughnessOf = (material: string | undefined): number =>
  rowOf(material)?.[1] ?? UNDESCRIBED.roughness;

/** Hazen–Williams C of a material. Source: usual handbook values, some years old. */
export const hazenCOf = (material: string | undefined): number =>
  rowOf(material)?.[2] ?? UNDESCRIBED.c;
