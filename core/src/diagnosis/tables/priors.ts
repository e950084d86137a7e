/**
 * How often each cause is behind a visit, before any reading, by family, installation and driver.
 *
 * Service shares of call-outs; a row need not sum to 1, it is normalised over the causes that
 * apply. Causes not listed in a row get {@link FLOOR}.
 */
import type { CauseId, Family } from "../../case/index.ts";

/** Prior of a cause that a row does not list but that could be: none is impossible. */
const FLOOR = 0.001;
/** Prior of "none of these". */
const UNLISTED = 0.012;

/**
 * Priors of causes no row counts, wherever they apply. Judgement of the trade, kept low: a cause that
 * is rare must be shown, not assumed.
 */
const RARE: Readonly<Partial<Record<CauseId, number>>> = {
  "static-rise": 0.004,
  "npsh-shortfall": 0.01,
  "not-primed": 0.008,
  "check-valve-passing": 0.006,
  "pump-unsuited": 0.002,
  "suction-layout": 0.002,
  "lift-too-high": 0.003,
  "air-trap": 0.003,
  "body-reversed": 0.003,
  "heat-closed-ports": 0.006,
  "no-supply": 0.004,
  "shaft-jammed": 0.003,
  "short-cycling": 0.003,
  // Whatever has a wheel can wear it and choke it.
  "impeller-clogged": 0.008,
  "impeller-worn": 0.006,
};

type PriorRow = Readonly<Partial<Record<CauseId, number>>>;

/** Version of the tables in this folder; stored with every result. */
export const DATA_VERSION = "10";

export const PRIORS: Readonly<Record<string, PriorRow>> = {
  "inline-circulator/flooded/3-phase": {
    healthy: 0.11999,
    "discharge-restriction": 0.08331,
    "over-run": 0.04166,
    "suction-restriction": 0.0729,
    "not-primed": 0.04166,
    "wrong-rotation": 0.0729,
    "wrong-impeller-or-curve": 0.01562,
    "bearing-defect": 0.09477,
    "seal-leak": 0.08331,
    "check-valve-passing": 0.04166,
    "phase-loss": 0.03124,
    "supply-imbalance": 0.02604,
    "winding-fault": 0.04166,
    "loose-terminal": 0.03124,
    "low-voltage": 0.02604,
    "control-fault": 0.03124,
    "suction-gauge-fault": 0.02083,
    "discharge-gauge-fault": 0.03124,
    "impeller-loose": 0.02604,
    "discharge-airlock": 0.06665,
  },
  "inline-circulator/flooded/1-phase": {
    healthy: 0.12001,
    "discharge-restriction": 0.18526,
    "bearing-defect": 0.21074,
    "seal-leak": 0.18526,
    "low-voltage": 0.05789,
    "capacitor-weak": 0.09263,
    "discharge-airlock": 0.14821,
  },
  "end-suction/flooded/3-phase": {
    healthy: 0.11999,
    "discharge-restriction": 0.06567,
    "over-run": 0.03284,
    "suction-restriction": 0.08209,
    "npsh-shortfall": 0.04925,
    vortexing: 0.02463,
    "worn-rings": 0.06567,
    "impeller-worn": 0.04104,
    "impeller-clogged": 0.02463,
    "wrong-rotation": 0.05746,
    "wrong-impeller-or-curve": 0.01231,
    "low-speed": 0.02463,
    "mechanical-drag": 0.03284,
    "bearing-defect": 0.05746,
    "seal-leak": 0.06567,
    "check-valve-passing": 0.03284,
    "phase-loss": 0.02463,
    "supply-imbalance": 0.02052,
    "winding-fault": 0.03284,
    "loose-terminal": 0.02463,
    "low-voltage": 0.02052,
    "suction-gauge-fault": 0.01642,
    "discharge-gauge-fault": 0.02463,
    "viscous-liquid": 0.00985,
    "impeller-loose": 0.02052,
    "discharge-airlock": 0.01642,
  },
  "end-suction/lift/3-phase": {
    healthy: 0.11999,
    "discharge-restriction": 0.05646,
    "over-run": 0.02823,
    "suction-restriction": 0.07057,
    "npsh-shortfall": 0.04234,
    "suction-air-leak": 0.06351,
    vortexing: 0.02117,
    "not-primed": 0.05646,
    "foot-valve-leak": 0.04234,
    "worn-rings": 0.05646,
    "impeller-worn": 0.03528,
    "impeller-clogged": 0.04234,
    "wrong-rotation": 0.0494,
    "wrong-impeller-or-curve": 0.01059,
    "low-speed": 0.02117,
    "mechanical-drag": 0.02823,
    "bearing-defect": 0.0494,
    "seal-leak": 0.05646,
    "phase-loss": 0.02117,
    "supply-imbalance": 0.01764,
    "winding-fault": 0.02823,
    "loose-terminal": 0.02117,
    "suction-gauge-fault": 0.01411,
    "discharge-gauge-fault": 0.02117,
    "viscous-liquid": 0.00847,
    "impeller-loose": 0.01764,
  },
  "split-case/flooded/3-phase": {
    healthy: 0.12002,
    "discharge-restriction": 0.07019,
    "over-run": 0.03509,
    "suction-restriction": 0.08774,
    "npsh-shortfall": 0.05264,
    vortexing: 0.02632,
    "worn-rings": 0.07019,
    "impeller-worn": 0.04387,
    "impeller-clogged": 0.01579,
    "wrong-rotation": 0.06142,
    "wrong-impeller-or-curve": 0.01316,
    "low-speed": 0.02632,
    "mechanical-drag": 0.03509,
    "bearing-defect": 0.06142,
    "seal-leak": 0.07019,
    "check-valve-passing": 0.03509,
    "phase-loss": 0.02632,
    "supply-imbalance": 0.02193,
    "winding-fault": 0.03509,
    "loose-terminal": 0.02632,
    "low-voltage": 0.02193,
    "suction-gauge-fault": 0.01755,
    "discharge-gauge-fault": 0.02632,
  },
  "split-case/lift/3-phase": {
    healthy: 0.12001,
    "discharge-restriction": 0.09084,
    "suction-restriction": 0.11355,
    "npsh-shortfall": 0.06813,
    "suction-air-leak": 0.10219,
    vortexing: 0.03406,
    "not-primed": 0.09084,
    "foot-valve-leak": 0.06813,
    "worn-rings": 0.09084,
    "wrong-impeller-or-curve": 0.01703,
    "bearing-defect": 0.07948,
    "seal-leak": 0.09084,
    "phase-loss": 0.03406,
  },
  "multistage/flooded/3-phase": {
    healthy: 0.11998,
    "discharge-restriction": 0.07434,
    "over-run": 0.03717,
    "suction-restriction": 0.09293,
    "worn-rings": 0.07434,
    "impeller-worn": 0.04646,
    "wrong-rotation": 0.06505,
    "low-speed": 0.02788,
    "mechanical-drag": 0.03717,
    "bearing-defect": 0.06505,
    "seal-leak": 0.07434,
    "check-valve-passing": 0.03717,
    "phase-loss": 0.02788,
    "supply-imbalance": 0.02323,
    "winding-fault": 0.03717,
    "loose-terminal": 0.02788,
    "low-voltage": 0.02323,
    "control-fault": 0.02788,
    "suction-gauge-fault": 0.01859,
    "discharge-gauge-fault": 0.02788,
    "viscous-liquid": 0.01115,
    "impeller-loose": 0.02323,
  },
  "self-priming/lift/3-phase": {
    healthy: 0.12001,
    "discharge-restriction": 0.07594,
    "suction-restriction": 0.09493,
    "npsh-shortfall": 0.05696,
    "suction-air-leak": 0.08544,
    vortexing: 0.02848,
    "not-primed": 0.07594,
    "impeller-worn": 0.04746,
    "impeller-clogged": 0.05696,
    "low-speed": 0.02848,
    "mechanical-drag": 0.03797,
    "bearing-defect": 0.06645,
    "seal-leak": 0.07594,
    "phase-loss": 0.02848,
    "winding-fault": 0.03797,
    "loose-terminal": 0.02848,
    "low-voltage": 0.02373,
    "suction-gauge-fault": 0.01899,
    "viscous-liquid": 0.01139,
  },
  "sump/submerged/3-phase": {
    healthy: 0.12003,
    "discharge-restriction": 0.10568,
    "over-run": 0.04065,
    vortexing: 0.02134,
    "impeller-worn": 0.05081,
    "impeller-clogged": 0.13413,
    "wrong-rotation": 0.07113,
    "phase-loss": 0.03048,
    "supply-imbalance": 0.0254,
    "winding-fault": 0.06503,
    "loose-terminal": 0.03048,
    "low-voltage": 0.0254,
    "float-stuck-on": 0.08129,
    "float-stuck-off": 0.08129,
    "control-fault": 0.05081,
    "impeller-loose": 0.0254,
    "discharge-airlock": 0.04065,
  },
  "sump/submerged/1-phase": {
    healthy: 0.12,
    "discharge-restriction": 0.13322,
    "over-run": 0.05124,
    vortexing: 0.0269,
    "impeller-worn": 0.06405,
    "impeller-clogged": 0.16908,
    "low-voltage": 0.03202,
    "capacitor-weak": 0.05124,
    "float-stuck-on": 0.10247,
    "float-stuck-off": 0.10247,
    "control-fault": 0.06405,
    "impeller-loose": 0.03202,
    "discharge-airlock": 0.05124,
  },
  "borehole/submerged/3-phase": {
    healthy: 0.11999,
    "discharge-restriction": 0.11522,
    "over-run": 0.05761,
    "worn-rings": 0.14979,
    "impeller-worn": 0.07201,
    "wrong-rotation": 0.10082,
    "phase-loss": 0.06481,
    "supply-imbalance": 0.03601,
    "winding-fault": 0.1037,
    "loose-terminal": 0.04321,
    "low-voltage": 0.03601,
    "control-fault": 0.05761,
    "discharge-gauge-fault": 0.04321,
  },
  "fire/flooded/3-phase": {
    healthy: 0.12001,
    "discharge-restriction": 0.11983,
    "suction-restriction": 0.11234,
    "worn-rings": 0.10485,
    "wrong-rotation": 0.13106,
    "mechanical-drag": 0.07489,
    "bearing-defect": 0.13106,
    "seal-leak": 0.14979,
    "discharge-gauge-fault": 0.05617,
  },
  "dry-priming/lift/engine": {
    healthy: 0.12001,
    "discharge-restriction": 0.07235,
    "over-run": 0.03618,
    "suction-restriction": 0.11757,
    "npsh-shortfall": 0.05427,
    "suction-air-leak": 0.0814,
    vortexing: 0.02713,
    "not-primed": 0.07235,
    "priming-device-fault": 0.09044,
    "impeller-worn": 0.04522,
    "impeller-clogged": 0.07597,
    "low-speed": 0.04884,
    "bearing-defect": 0.06331,
    "seal-leak": 0.07235,
    "impeller-loose": 0.02261,
  },
};

/** Our own shares for families nobody counted: judgement of the trade, healthy as elsewhere. */
const JUDGED: Readonly<Partial<Record<Family, PriorRow>>> = {
  "jet-shallow": jetRow(0.06),
  "jet-deep": jetRow(0.1),
  portable: {
    healthy: 0.12,
    "not-primed": 0.14,
    "priming-device-fault": 0.12,
    "suction-air-leak": 0.14,
    "foot-valve-leak": 0.05,
    "suction-restriction": 0.12,
    "discharge-restriction": 0.06,
    "impeller-clogged": 0.08,
    "impeller-worn": 0.04,
    "low-speed": 0.06,
    "seal-leak": 0.06,
    vortexing: 0.03,
    "npsh-shortfall": 0.03,
  },
  tub: {
    healthy: 0.12,
    "air-trap": 0.14,
    "not-primed": 0.12,
    "suction-restriction": 0.12,
    "impeller-clogged": 0.1,
    "seal-leak": 0.12,
    "capacitor-weak": 0.06,
    "bearing-defect": 0.08,
    "discharge-restriction": 0.06,
    "control-fault": 0.05,
    "discharge-airlock": 0.03,
  },
  "positive-displacement": {
    healthy: 0.12,
    "worn-rings": 0.16,
    "suction-restriction": 0.12,
    "viscous-liquid": 0.1,
    "npsh-shortfall": 0.06,
    "suction-air-leak": 0.06,
    "check-valve-passing": 0.08,
    "seal-leak": 0.1,
    "bearing-defect": 0.06,
    "mechanical-drag": 0.04,
    "low-speed": 0.05,
    "discharge-restriction": 0.03,
    "not-primed": 0.03,
  },
};

function jetRow(nozzle: number): PriorRow {
  return {
    healthy: 0.12,
    "jet-suction-open": 0.16,
    "jet-nozzle-blocked": nozzle,
    "not-primed": 0.1,
    "foot-valve-leak": 0.14,
    "suction-air-leak": 0.08,
    "short-cycling": 0.08,
    "control-fault": 0.05,
    "lift-too-high": 0.05,
    "seal-leak": 0.05,
    "capacitor-weak": 0.04,
    "impeller-worn": 0.03,
    "suction-restriction": 0.04,
  };
}

/**
 * The prior row for a pump. Where nobody counted this family, installation and driver together, the
 * rows of the family and the rows of the installation and driver are averaged. Of a row that was counted, what
 * nobody met there in so many visits may still be there: a part of what its kin have.
 */
export function priorRow(family: Family, installation: string, driver: string): PriorRow {
  const kin = Object.entries(PRIORS).filter(
    ([key]) => key.startsWith(`${family}/`) || key.endsWith(`/${installation}/${driver}`),
  );
  const mean = meanOf((kin.length > 0 ? kin : Object.entries(PRIORS)).map(([, row]) => row));
  const exact = PRIORS[`${family}/${installation}/${driver}`] ?? JUDGED[family];
  if (!exact) return mean;
  const unmet = Object.entries(mean).map(([id, p]) => [id, UNMET * p] as const);
  return { ...(Object.fromEntries(unmet) as PriorRow), ...exact };
}

/** How much of what its kin have of a cause a row has that never met it. */
const UNMET = 0.1;

function meanOf(rows: readonly PriorRow[]): PriorRow {
  const mean: Partial<Record<CauseId, number>> = {};
  for (const row of rows) {
    for (const [id, p] of Object.entries(row) as [CauseId, number][]) {
      mean[id] = (mean[id] ?? 0) + p / rows.length;
    }
  }
  return mean;
}

/** Prior of one cause of a row, before the causes that do not apply are struck out. */
export const priorOf = (row: PriorRow, id: CauseId): number =>
  id === "unlisted" ? UNLISTED : Math.max(row[id] ?? 0, RARE[id] ?? FLOOR);
