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
} as const satisfies Readonly<Record<string, FittingRow>>;

export type FittingId = keyof typeof FITTINGS;

/** Absolute roughness [m] by what a pipe is made of; the first word that fits decides. */
const ROUGHNESS: readonly (readonly [words: string, metres: number])[] = [
  ["stainless", 0.045e-3],
  ["galvani", 0.15e-3],
  ["zinc", 0.15e-3],
  ["rust", 1e-3],
  ["cast", 0.26e-3],
  ["ductile", 0.1e-3],
  ["concrete", 1e-3],
  ["rubber", 0.03e-3],
  ["hose", 0.03e-3],
  ["steel", 0.05e-3],
  ["copper", 0.0015e-3],
  ["brass", 0.0015e-3],
  ["pvc", 0.0015e-3],
  ["pe", 0.0015e-3],
  ["pp", 0.0015e-3],
  ["plastic", 0.0015e-3],
];

/** Roughness taken for a pipe nobody described: steel, some years old. */
const USUAL_ROUGHNESS = 0.1e-3;

/** Absolute roughness of a material [m]. Source: Moody 1944 and later tables. */
export function roughnessOf(material: string | undefined): number {
  const text = material?.toLowerCase() ?? "";
  return ROUGHNESS.find(([word]) => text.includes(word))?.[1] ?? USUAL_ROUGHNESS;
}

/** Hazen–Williams C by what a pipe is made of; the first word that fits decides. */
const SMOOTHNESS: readonly (readonly [word: string, c: number])[] = [
  ["cast", 100],
  ["rust", 80],
  ["galvani", 120],
  ["concrete", 120],
  ["stainless", 140],
  ["steel", 120],
  ["copper", 140],
  ["pvc", 150],
  ["pe", 150],
  ["plastic", 150],
  ["hose", 140],
];

/** Hazen–Williams C of a material; 120 when nobody said. Source: usual handbook values, some years old. */
export function hazenCOf(material: string | undefined): number {
  const text = material?.toLowerCase() ?? "";
  return SMOOTHNESS.find(([word]) => text.includes(word))?.[1] ?? 120;
}
